import { settingsFrom } from './settings';

describe('settingsFrom', () => {
  it('has defaults, and takes port and data folder from the environment', () => {
    expect(settingsFrom({}, '/repo')).toEqual({
      address: '127.0.0.1',
      port: 4173,
      log: 'warn',
      token: null,
      hosts: [],
      data: '/repo/data',
      web: '/repo/web/dist/web/browser',
    });
    expect(settingsFrom({ PENCIL_BEND_PORT: '0', PENCIL_BEND_DATA: '/else' }, '/repo')).toMatchObject({
      port: 0,
      data: '/else',
    });
  });

  it('refuses a level of the log that is none', () => {
    expect(settingsFrom({ PENCIL_BEND_LOG: 'info' }, '/repo').log).toBe('info');
    expect(() => settingsFrom({ PENCIL_BEND_LOG: 'loud' }, '/repo')).toThrow(
      'PENCIL_BEND_LOG must be one of silent, error, warn, info, debug, not loud',
    );
  });

  it('refuses a port that is none, and an address that others can reach without a token that is hard to guess', () => {
    for (const port of ['70000', 'http', '', '1.5']) {
      expect(() => settingsFrom({ PENCIL_BEND_PORT: port }, '/repo')).toThrow('must be a port from 0 to 65535');
    }
    const wide = { PENCIL_BEND_ADDRESS: '0.0.0.0' };
    expect(() => settingsFrom(wide, '/repo')).toThrow('set PENCIL_BEND_TOKEN as well');
    expect(() => settingsFrom({ ...wide, PENCIL_BEND_TOKEN: 'short' }, '/repo')).toThrow('at least 16 characters');
    expect(() => settingsFrom({ ...wide, PENCIL_BEND_TOKEN: 'with spaces and & signs' }, '/repo')).toThrow('letters');
    expect(() => settingsFrom({ PENCIL_BEND_ADDRESS: 'bench.example' }, '/repo')).toThrow('must be an IP address');
    const token = 'kettle-lid-handle-spout';
    expect(
      settingsFrom({ ...wide, PENCIL_BEND_TOKEN: token, PENCIL_BEND_HOSTS: 'Bench.example, b.example' }, '/repo'),
    ).toMatchObject({ address: '0.0.0.0', token, hosts: ['bench.example', 'b.example'] });
  });
});
