// The marks of a ruler.

export interface Tick {
  mm: number;
  length: number;
  label: string | null;
}

/** Marks of a ruler as long as `mm`, as fine as they stay apart on the screen. */
export function ticks(mm: number, scale: number, unit: string): Tick[] {
  const inch = unit === "in";
  const whole = inch ? 25.4 : 10;
  const parts = [inch ? 8 : 10, inch ? 4 : 5, 2, 1].find((count) => (whole / count) * scale >= 4) ?? 1;
  const every = [1, 2, 5, 10].find((count) => whole * count * scale >= 26) ?? 20;
  const found: Tick[] = [];
  for (let index = 0; (index * whole) / parts <= mm + 1e-6; index += 1) {
    const at = index / parts;
    const isWhole = index % parts === 0;
    const isHalf = (index * 2) % parts === 0;
    const label = isWhole && at % every === 0 ? String(inch ? at : at * 10) : null;
    found.push({ mm: at * whole, length: isWhole ? 9 : isHalf ? 6 : 3.5, label });
  }
  return found;
}
