import fc from 'fast-check';

// The same random cases every run, so that a red run is about the change; LAW_SEED explores others. A case that tells
// nothing is left out by `fc.pre` and another takes its place; where more than four in five do, the law fails.
fc.configureGlobal({ seed: Number(process.env.LAW_SEED ?? 20261123), maxSkipsPerRun: 4 });
