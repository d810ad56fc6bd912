import { configuration } from './configuration';

const LEAST = { DATABASE_URL: 'postgres://a:b@127.0.0.1:5432/c' };

test('with a database alone everything else has a value', () => {
  expect(configuration(LEAST)).toMatchObject({
    host: '127.0.0.1',
    port: 3000,
    address: 'http://127.0.0.1:3000',
    isSecure: false,
    isDemo: false,
    proxies: 0,
    logLevel: 'info',
    metricsToken: undefined,
  });
  expect(configuration(LEAST).checkThreads).toBeGreaterThanOrEqual(1);
});

test('what is set empty is not set; an address of https makes cookies secure', () => {
  expect(configuration({ ...LEAST, PORT: '', MEVLO_ADDRESS: 'https://mevlo.school/' })).toMatchObject({
    port: 3000,
    address: 'https://mevlo.school',
    isSecure: true,
  });
});

test('everything that is wrong is named, with what was expected', () => {
  const wrong = { DATABASE_URL: 'mysql://x', PORT: '99999', SESSION_SECRET: 'short', MEVLO_DEMO: 'yes' };
  expect(() => configuration(wrong)).toThrow(
    /DATABASE_URL: expected postgres:[\s\S]*operating\.md|operating\.md[\s\S]*DATABASE_URL/,
  );
  for (const name of Object.keys(wrong)) expect(() => configuration(wrong)).toThrow(name);
});
