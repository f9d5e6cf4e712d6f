// The server: changes kept per second, opening large projects and long logs, and eight windows at once.
import { spawn } from 'node:child_process';
import { join } from 'node:path';
import { crowd, move } from './projects.mjs';
import { share, slope } from './time.mjs';

const WINDOWS = 8;
const WINDOWS_MS = 60_000;
const LONG_LOG = 20_000;

export async function startServer(root, data, port, ...flags) {
  const child = spawn('node', [join(root, 'server/dist/main.js'), ...flags], {
    env: { ...process.env, PENCIL_BEND_PORT: String(port), PENCIL_BEND_DATA: data },
    stdio: ['ignore', 'pipe', 'inherit'],
  });
  await new Promise((resolve) => child.stdout.once('data', resolve));
  const end = () => new Promise((resolve) => child.once('exit', resolve) && child.kill());
  return { address: `http://127.0.0.1:${port}`, end };
}

const json = { 'Content-Type': 'application/json' };

async function ask(address, path, options = {}) {
  const start = performance.now();
  const answer = await fetch(`${address}/api/projects${path}`, options);
  const text = await answer.text();
  const body = text ? JSON.parse(text) : null;
  return { status: answer.status, body, ms: performance.now() - start, bytes: text.length };
}

async function create(address, project) {
  const { status, body } = await ask(address, '', { method: 'POST', headers: json, body: JSON.stringify(project) });
  if (status !== 201) throw new Error(`a project was not taken in: ${JSON.stringify(body)}`);
  return body.id;
}

const append = (address, id, revision, steps) =>
  ask(address, `/${id}/steps`, {
    method: 'POST',
    headers: { ...json, 'If-Match': `"${revision}"` },
    body: JSON.stringify({ steps }),
  });

export async function serverFigures(root, data, port) {
  let server = await startServer(root, data, port);
  const { address } = server;

  // One window, one change after the other, each answered after the disk has it.
  const one = await create(address, crowd('One window', 10));
  let y = 0;
  const latencies = [];
  const start = performance.now();
  for (let revision = 0; performance.now() - start < 5000; revision++) {
    const { status, ms } = await append(address, one, revision, [move(`one-${revision}-step`, y, ++y)]);
    if (status !== 200) throw new Error(`a change was answered ${status}`);
    latencies.push(ms);
  }
  const perSecond = (1000 * latencies.length) / (performance.now() - start);

  const sizes = [];
  const perCurve = JSON.stringify(crowd('', 101, 100)).length - JSON.stringify(crowd('', 1, 100)).length;
  for (const megabytes of [1, 10, 20]) {
    const project = crowd(`${megabytes} MB`, Math.round((megabytes * 1e8) / perCurve), 100);
    sizes.push({ id: await create(address, project), megabytes: JSON.stringify(project).length / 1e6 });
  }
  const long = await create(address, crowd('Long log', 10));
  for (let revision = 0; revision < LONG_LOG; revision += 500) {
    const steps = Array.from({ length: 500 }, (_, i) =>
      move(`long-step-${revision + i}`, revision + i, revision + i + 1),
    );
    const { status, body } = await append(address, long, revision, steps);
    if (status !== 200) throw new Error(`the long log was answered ${status}: ${JSON.stringify(body)}`);
  }

  const largeSteps = await stepsOf(address, [1000, 4000, 20_000]);
  const windows = await eightWindows(address);

  // Cold: the server has just been started and remembers nothing.
  await server.end();
  server = await startServer(root, data, port);
  const opening = [];
  for (const { id, megabytes } of sizes) {
    const [cold, warm] = [await ask(address, `/${id}`), await ask(address, `/${id}`)];
    opening.push({ megabytes, cold: cold.ms, warm: warm.ms });
  }
  const longLog = await ask(address, `/${long}`);
  if (longLog.body.revision !== LONG_LOG) throw new Error(`the long log ends at ${longLog.body.revision}`);
  await server.end();
  return {
    perSecond,
    p50: share(latencies, 0.5),
    p95: share(latencies, 0.95),
    opening,
    longLog: { steps: LONG_LOG, ms: longLog.ms },
    largeSteps,
    largeStepExponent: slope(largeSteps.map(({ count, ms }) => [count, ms])),
    windows,
  };
}

/** One step that adds so many curves to an empty sheet: until it is answered, and the longest that others waited. */
async function stepsOf(address, counts) {
  const figures = [];
  for (const count of counts) {
    const id = await create(address, crowd(`${count} at once`, 0));
    const { items, itemOrder } = crowd('', count, 3);
    const patch = itemOrder.flatMap((item, index) => [
      { op: 'add', path: `/items/${item}`, value: items[item] },
      { op: 'add', path: `/itemOrder/${index}`, value: item },
    ]);
    const inverse = [
      ...itemOrder.map((item) => ({ op: 'remove', path: `/items/${item}` })),
      { op: 'replace', path: '/itemOrder', value: [] },
    ];
    const step = { ...move(`step-of-${count}`, 0, 0), name: `Draw ${count} curves`, patch, inverse };
    let answered = false;
    const kept = append(address, id, 0, [step]).finally(() => (answered = true));
    let longest = 0;
    while (!answered) {
      const start = performance.now();
      await fetch(`${address}/api/health`);
      longest = Math.max(longest, performance.now() - start);
    }
    const { status, ms, body } = await kept;
    if (status !== 200) throw new Error(`a step of ${count} curves was answered ${status}: ${JSON.stringify(body)}`);
    figures.push({ count, ms, longest });
  }
  return figures;
}

/** Eight windows write to one project as fast as they can; each follows what the others did. */
async function eightWindows(address) {
  const id = await create(address, crowd('Eight windows', 1));
  const kept = [];
  const latencies = [];
  const statuses = new Map();
  const until = performance.now() + WINDOWS_MS;
  const write = async (window) => {
    let known = await ask(address, `/${id}`);
    for (let turn = 0; performance.now() < until; turn++) {
      const item = `w${window}-${turn}`;
      const { project, revision } = known.body;
      const step = drawn(`step-${item}`, item, project.itemOrder.length);
      const answer = await append(address, id, revision, [step]);
      statuses.set(answer.status, (statuses.get(answer.status) ?? 0) + 1);
      if (answer.status === 200) {
        kept.push(item);
        latencies.push(answer.ms);
      }
      known = await ask(address, `/${id}`);
    }
  };
  await Promise.all(Array.from({ length: WINDOWS }, (_, window) => write(window)));
  const { project, revision } = (await ask(address, `/${id}`)).body;
  const there = new Set(project.itemOrder);
  return {
    seconds: WINDOWS_MS / 1000,
    kept: kept.length,
    refused: statuses.get(412) ?? 0,
    failed: [...statuses].reduce((sum, [status, count]) => (status >= 500 ? sum + count : sum), 0),
    lost: kept.filter((item) => !there.has(item)).length + (revision - kept.length),
    p50: share(latencies, 0.5),
    p95: share(latencies, 0.95),
    worst: Math.max(...latencies),
  };
}

/** A step that adds a point of its own at the end of the list. */
function drawn(id, item, index) {
  const value = {
    kind: 'point',
    name: item,
    colour: '#33363b',
    visible: true,
    layer: 'sheet',
    plane: 'front',
    at: [0, 0, 0],
  };
  return {
    id,
    kind: 'do',
    of: null,
    name: `Draw ${item}`,
    at: '2026-11-24T12:00:00.000Z',
    patch: [
      { op: 'add', path: `/items/${item}`, value },
      { op: 'add', path: `/itemOrder/${index}`, value: item },
    ],
    inverse: [
      { op: 'remove', path: `/itemOrder/${index}` },
      { op: 'remove', path: `/items/${item}` },
    ],
  };
}
