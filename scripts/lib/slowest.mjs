/** @returns title and seconds of every unit test in Vitest's report */
export const unitTimes = ({ testResults }) =>
  testResults.flatMap(({ name, assertionResults }) =>
    assertionResults.map(({ fullName, duration }) => ({
      title: `${name.split("/src/").at(-1)} › ${fullName}`,
      seconds: (duration ?? 0) / 1000,
    })),
  );

/** @returns title and seconds of every browser test in Playwright's report */
export const browserTimes = ({ suites }) => suites.flatMap((suite) => timesIn(suite, suite.file));

const timesIn = ({ specs = [], suites = [] }, file) => [
  ...specs.map(({ title, tests }) => ({
    title: `${file} › ${title}`,
    seconds: tests.flatMap(({ results }) => results).reduce((sum, { duration }) => sum + duration / 1000, 0),
  })),
  ...suites.flatMap((inner) => timesIn(inner, file)),
];

/** The longest first, as lines. */
export const slowest = (times, count) =>
  times
    .toSorted((a, b) => b.seconds - a.seconds)
    .slice(0, count)
    .map(({ title, seconds }) => `${seconds.toFixed(1).padStart(7)} s  ${title}`);
