// One face of the bag with everything that is put on it, drawn to scale: small, or as the ground of the large drawing.

import { holePath } from "./holes";
import type { Face } from "../api/client";

/** Pixels for millimetres from the centre line and from the base line. */
export interface FacePlace {
  x: (mm: number) => number;
  y: (mm: number) => number;
  scale: number;
}

type Spot = number[];

const path = (points: Spot[], place: FacePlace) =>
  points.map(([x = 0, y = 0]) => `${place.x(x).toFixed(2)} ${place.y(y).toFixed(2)}`).join(" L ");

/** The face's paper, what lies on it and behind it, and its holes. What lies inside the bag is drawn with broken lines. */
export function FaceLines({ face, place }: { face: Face; place: FacePlace }) {
  const half = face.width_mm / 2;
  const box = (from: number, to: number) => ({
    x: place.x(-half),
    y: place.y(to),
    width: face.width_mm * place.scale,
    height: Math.max(0, (to - from) * place.scale),
  });
  const top = face.height_mm;
  const behind = face.marks.filter((mark) => mark.inside && mark.width_mm > 0);
  const areas = face.marks.filter((mark) => mark.width_mm === 0);
  const before = face.marks.filter((mark) => !mark.inside && mark.width_mm > 0);
  const way = (mark: Face["marks"][number]) => (
    <g key={`${mark.what} ${mark.points[0]}`} className={`way-of is-${mark.what}`}>
      <path d={`M ${path(mark.points, place)}`} strokeWidth={mark.width_mm * place.scale + 2.4} />
      <path
        className="way-core"
        d={`M ${path(mark.points, place)}`}
        strokeWidth={Math.max(0.6, mark.width_mm * place.scale - 0.6)}
      />
    </g>
  );
  return (
    <g className="face">
      {behind.map(way)}
      {face.flap_mm > 0 && <rect className="paper" {...box(top, top + face.flap_mm)} />}
      <rect className={`paper${behind.length > 0 ? " is-thin" : ""}`} {...box(0, top)} />
      {face.hem_mm > 0 &&
        (face.hem_out ? (
          <rect className="hem-out" {...box(top - face.hem_mm, top)} />
        ) : (
          <line
            className="hem-edge"
            x1={place.x(-half)}
            x2={place.x(half)}
            y1={place.y(top - face.hem_mm)}
            y2={place.y(top - face.hem_mm)}
          />
        ))}
      {typeof face.fold_flat_mm === "number" && (
        <line
          className="fold-flat"
          x1={place.x(-half)}
          x2={place.x(half)}
          y1={place.y(face.fold_flat_mm)}
          y2={place.y(face.fold_flat_mm)}
        />
      )}
      {areas.map((mark) => (
        <path
          key={`${mark.what} ${mark.points[0]}`}
          className={`area is-${mark.what}${mark.inside ? " is-inside" : ""}`}
          d={`M ${path(mark.points, place)} Z`}
        />
      ))}
      {before.map(way)}
      {face.holes.map((hole) => (
        <path
          key={`${hole.purpose} ${hole.at}`}
          className={`hole is-${hole.purpose}`}
          d={holePath(hole, place)}
        />
      ))}
    </g>
  );
}

/** The face as a small picture. */
export function FacePicture({ face, width, height }: { face: Face; width: number; height: number }) {
  const above = Math.max(face.above_mm, face.flap_mm);
  const tall = face.height_mm + above;
  const scale = Math.min((width - 6) / face.width_mm, (height - 6) / tall);
  const place: FacePlace = {
    scale,
    x: (mm) => width / 2 + mm * scale,
    y: (mm) => (height + tall * scale) / 2 - mm * scale,
  };
  return (
    <svg className="face-picture" width={width} height={height} aria-hidden="true">
      <FaceLines face={face} place={place} />
    </svg>
  );
}
