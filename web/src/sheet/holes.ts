// Holes as they are cut: circles, openings with half-round ends, slots. True curves, never corners.

/** Pixels for millimetres, to the right and upwards. */
interface Place {
  x: (mm: number) => number;
  y: (mm: number) => number;
}

/** The edge of a hole by its middle and half of its width and height, all in millimetres. */
export function holePath({ at, half }: { at: number[]; half: number[] }, place: Place): string {
  const [[x = 0, y = 0], [wide = 0, tall = 0]] = [at, half];
  const [left, right] = [place.x(x - wide + tall), place.x(x + wide - tall)];
  if (tall === 0) return `M ${left} ${place.y(y)} H ${right}`;
  const [low, high] = [place.y(y - tall), place.y(y + tall)];
  const radius = Math.abs(low - high) / 2;
  return `M ${left} ${high} H ${right} A ${radius} ${radius} 0 0 1 ${right} ${low} H ${left} A ${radius} ${radius} 0 0 1 ${left} ${high} Z`;
}
