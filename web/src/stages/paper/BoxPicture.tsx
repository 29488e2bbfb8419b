// The open bag of a size, drawn at once while the size changes: the front square on, its side and mouth behind it.

const SLANT = 0.42;
const RISE = 0.3;

/** All bags of a family are drawn to the scale at which the largest has room. */
export function BoxPicture(props: {
  size: readonly number[];
  largest: readonly number[];
  width: number;
  height: number;
}) {
  const { size, largest, width, height } = props;
  const [wide = 0, tall = 0, deep = 0] = size;
  const [mostWide = 1, mostTall = 1, mostDeep = 1] = largest;
  const scale = Math.min(
    (width - 16) / (mostWide + mostDeep * SLANT),
    (height - 16) / (mostTall + mostDeep * RISE),
  );
  const [w, h, dx, dy] = [wide * scale, tall * scale, deep * SLANT * scale, deep * RISE * scale];
  const [x, y] = [(width - w - dx) / 2, height - 8];
  return (
    <svg
      className="box-picture"
      viewBox={`0 0 ${width} ${height}`}
      width={width}
      height={height}
      aria-hidden="true"
    >
      <path className="inside" d={`M ${x} ${y - h} l ${dx} ${-dy} h ${w} l ${-dx} ${dy} z`} />
      <path className="side" d={`M ${x + w} ${y} l ${dx} ${-dy} v ${-h} l ${-dx} ${dy} z`} />
      <path className="front" d={`M ${x} ${y} h ${w} v ${-h} h ${-w} z`} />
      <path className="fold" d={`M ${x + dx} ${y - h - dy} v ${Math.min(h, dy)}`} />
    </svg>
  );
}
