// Our own line drawings, as if made with one pencil: 24 × 24, one stroke width, round ends.

const PATHS = {
  mark: "M4 8 13 6v14l-9 1.5zM13 6l7 3v9l-7 2M4 8l7-3.5L20 9M16.500 7.500v11.500",
  tick: "m4 13 5 5L20 6",
  pencil: "m4 20 1-5L16 4l4 4L9 19zM14 6l4 4",
  undo: "M4 10h10a5 5 0 0 1 0 10h-4M4 10l5-5M4 10l5 5",
  redo: "M20 10H10a5 5 0 0 0 0 10h4M20 10l-5-5M20 10l-5 5",
  turnLeft: "M12 4v4M12 16v4M20 12c0 2.500-3.500 4-8 4s-8-1.500-8-4 3.500-4 8-4h3M7 9l-3 3 3 3",
  turnRight: "M12 4v4M12 16v4M4 12c0 2.500 3.500 4 8 4s8-1.500 8-4-3.500-4-8-4H9M17 9l3 3-3 3",
  download: "M12 3v11m-5-4 5 5 5-5M4 17v4h16v-4",
  blocks: "M4 4h16v16H4zM8 8l8 8M16 8l-8 8",
  layers: "M4 8l8-4 8 4-8 4zM4 12l8 4 8-4M4 16l8 4 8-4",
  warns: "M12 3 21.5 20h-19zM12 9v5M12 16.8v.4",
  notes: "M5 3h10l4 4v14H5zM15 3v4h4M8 12h8M8 16h6",
  size: "M3 17h18M3 14v6M21 14v6M8 15v4M13 15v4M17 15v4M6 4h12v7H6z",
  trim: "M4 4v16M20 4H4M20 4v9H4M20 13v1M20 17v1M16 20h1M12 20h1M8 20h1",
  handle: "M5 11h14v10H5zM9 14v-6a3 3 0 0 1 6 0v6",
  score: "M3 6h18M8 6v4M8 12v2M8 16v4M15 6v4M15 12v2M15 16v4",
  cut: "M6 4l8 12M14 4 6 16M5 19a2 2 0 1 0 0-.1M15 19a2 2 0 1 0 0-.1M19 4v4M19 11v3",
  glue: "M9 9h6l2 5v7H7v-7zM10 9l1-6h2l1 6M7 15h10",
  copy: "M8 8h12v12H8zM4 16V4h12",
  bin: "M4 7h16M9 7V4h6v3M6 7l1 14h10l1-14M10 11v6M14 11v6",
  plus: "M12 4v16M4 12h16",
  minus: "M4 12h16",
  back: "m14 5-7 7 7 7",
  on: "m10 5 7 7-7 7",
  steps: "m3 6 2 2 3-4M11 6h10M3 13l2 2 3-4M11 13h10M3 20l2 2 3-4M11 20h10",
  runs: "M4 20v-8h5v8zM10 20V9h5v11zM16 20V6h4v14zM3 21h18",
  evening: "M4 6h16v15H4zM4 10h16M8 3v4M16 3v4M8 14h3M13 14h3M8 18h3",
  coins: "M12 4a7 3 0 1 0 .1 0M5 7v10c0 1.700 3.100 3 7 3s7-1.300 7-3V7M5 12c0 1.700 3.100 3 7 3s7-1.300 7-3",
  journal: "M6 3h13v18H6zM6 3v18M3 7h3M3 12h3M3 17h3M10 8h6M10 12h6M10 16h4",
  versions: "M4 12a8 8 0 1 1 3 6.200M4 12V7M4 12h5M12 8v4l3 2",
  keep: "M4 9h16v12H4zM3 5h18v4H3zM10 13h4",
  spoiled: "M5 3h14v18H5zM5 9l5 3-2 3 5 2-1 4",
  papers: "M5 7h12v14H5zM8 4h12v14M8 11h6M8 15h6",
} as const;

export type IconName = keyof typeof PATHS;

/** A line drawing; with a label it speaks for itself, without one it is decoration. */
export function Icon({ name, label }: { name: IconName; label?: string }) {
  return (
    <svg
      className="icon"
      viewBox="0 0 24 24"
      {...(label ? { role: "img", "aria-label": label } : { "aria-hidden": true })}
    >
      <path d={PATHS[name]} />
    </svg>
  );
}
