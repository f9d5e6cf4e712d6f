// Runs specs until one has noticed the fault that is put in; the others have nothing to add. (Jest's own `bail` ends the
// process, which the mutation tester needs for the next fault.)
import TestRunner from 'jest-runner';

export default class UntilNoticed extends TestRunner {
  runTests(tests, watcher, options) {
    this.on('test-file-success', ([, { numFailingTests }]) => {
      if (numFailingTests > 0) void watcher.setState({ interrupted: true });
    });
    return super.runTests(tests, watcher, options);
  }
}
