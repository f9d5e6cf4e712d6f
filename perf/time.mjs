/** Median time of one call in microseconds, warm. */
export function time(work, budget = 400) {
  for (let i = 0; i < 5; i++) work();
  const times = [];
  const until = performance.now() + budget;
  while (performance.now() < until || times.length < 7) {
    const start = performance.now();
    work();
    times.push(performance.now() - start);
  }
  return 1000 * share(times, 0.5);
}

/** The value below which a share of the values lie. */
export function share(values, part) {
  const sorted = [...values].sort((a, b) => a - b);
  return sorted[Math.min(sorted.length - 1, Math.floor(part * sorted.length))];
}

/** The exponent of the time in the size: the slope of the line through the logarithms of [size, time]. */
export function slope(measured) {
  const pairs = measured.map((pair) => pair.map(Math.log));
  const mean = (index) => pairs.reduce((sum, pair) => sum + pair[index], 0) / pairs.length;
  const [x, y] = [mean(0), mean(1)];
  const along = pairs.reduce((sum, pair) => sum + (pair[0] - x) * (pair[1] - y), 0);
  return along / pairs.reduce((sum, pair) => sum + (pair[0] - x) ** 2, 0);
}
