// Figures in a row that do not lie over one another.

/** Pixels that a figure of so many letters takes, with a gap beside it. */
const wide = (text: string, size: number) => size * Math.max(34, text.length * 10 + 8);

/** On which of a few levels each figure stands, so that neighbours do not lie over one another; `size` times the usual type. */
export function staggered(figures: { x: number; text: string }[], size = 1): number[] {
  // The right end of the last figure on each level.
  const ends = [-Infinity, -Infinity];
  return figures.map(({ x, text }) => {
    const half = wide(text, size) / 2;
    const free = ends.findIndex((end) => x - half >= end);
    const level = free < 0 ? ends.indexOf(Math.min(...ends)) : free;
    ends[level] = x + half;
    return level;
  });
}
