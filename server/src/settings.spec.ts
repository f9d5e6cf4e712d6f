import { settingsFrom } from './settings';

describe('settingsFrom', () => {
  it('has defaults, and takes port and data folder from the environment', () => {
    expect(settingsFrom({}, '/repo')).toEqual({
      address: '127.0.0.1',
      port: 4173,
      data: '/repo/data',
      web: '/repo/web/dist/web/browser',
    });
    expect(settingsFrom({ PENCIL_BEND_PORT: '0', PENCIL_BEND_DATA: '/else' }, '/repo')).toMatchObject({
      port: 0,
      data: '/else',
    });
  });

  it('refuses a port that is none, and addresses other than loopback', () => {
    for (const port of ['70000', 'http', '', '1.5']) {
      expect(() => settingsFrom({ PENCIL_BEND_PORT: port }, '/repo')).toThrow('must be a port from 0 to 65535');
    }
    expect(() => settingsFrom({ PENCIL_BEND_ADDRESS: '0.0.0.0' }, '/repo')).toThrow('must be a loopback address');
  });
});
