// The hatchings that tell areas apart without colour.

export function Hatches() {
  return (
    <defs>
      <pattern
        id="hatch-glue"
        width="7"
        height="7"
        patternUnits="userSpaceOnUse"
        patternTransform="rotate(45)"
      >
        <line x1="0" y1="0" x2="0" y2="7" />
      </pattern>
      <pattern
        id="hatch-over"
        width="6"
        height="6"
        patternUnits="userSpaceOnUse"
        patternTransform="rotate(-45)"
      >
        <line x1="0" y1="0" x2="0" y2="6" />
        <line x1="0" y1="0" x2="6" y2="0" />
      </pattern>
      <pattern
        id="hatch-lit"
        width="8"
        height="8"
        patternUnits="userSpaceOnUse"
        patternTransform="rotate(-45)"
      >
        <line x1="0" y1="0" x2="0" y2="8" />
      </pattern>
      <pattern id="hatch-left" width="12" height="12" patternUnits="userSpaceOnUse">
        <circle cx="2" cy="2" r="0.9" />
      </pattern>
    </defs>
  );
}
