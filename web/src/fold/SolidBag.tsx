// A pose of the bag in space. Loaded only when it is shown; drawn again only when something changes.

import { useEffect, useMemo, useRef, type PointerEvent } from "react";
import {
  AmbientLight,
  BackSide,
  BufferGeometry,
  DoubleSide,
  DirectionalLight,
  Float32BufferAttribute,
  FrontSide,
  Group,
  LineBasicMaterial,
  LineLoop,
  LineSegments,
  Mesh,
  MeshBasicMaterial,
  MeshLambertMaterial,
  OrthographicCamera,
  Raycaster,
  Scene,
  Vector2,
  WebGLRenderer,
} from "three";
import type { Facet } from "../api/client";
import { marksOn, toSpace, type Segment } from "./marks";
import { lifted, normal, rotate, type Turn } from "./projection";
import type { Vec3 } from "./vec3";

export interface SolidBagProps {
  facets: Facet[];
  pose: number[][][];
  turn: Turn;
  space: { width: number; height: number };
  /** How far layers are drawn apart, from 0 to 1. */
  apart: number;
  lit: Set<number>;
  onPoint: (facet: number | null, outside: boolean) => void;
}

const MARGIN = 30;
/** In space layers need a little more room between them than on a line drawing. */
const APART = 2;

/** A colour of the theme. */
const ink = (name: string) => getComputedStyle(document.documentElement).getPropertyValue(name).trim();

/** Everything that lives as long as the canvas does. */
class Stage {
  readonly renderer: WebGLRenderer;
  readonly camera = new OrthographicCamera(-1, 1, 1, -1, 2500, 5500);
  readonly scene = new Scene();
  /** Tipped, then turned, then moved so that it turns about its middle. */
  readonly bag = new Group();
  private readonly tipped = new Group();
  private readonly turned = new Group();

  constructor(canvas: HTMLCanvasElement) {
    this.renderer = new WebGLRenderer({ canvas, antialias: true, alpha: true, preserveDrawingBuffer: true });
    this.renderer.setPixelRatio(Math.min(window.devicePixelRatio, 2));
    this.camera.position.set(0, 0, 4000);
    const sun = new DirectionalLight(0xffffff, 1.5);
    sun.position.set(-300, 500, 900);
    this.scene.add(new AmbientLight(0xffffff, 1.9), sun, this.tipped);
    this.tipped.add(this.turned);
    this.turned.add(this.bag);
  }

  /** Puts other paper on the stage. */
  show(facets: Facet[], corners: Vec3[][], lit: Set<number>) {
    this.clear();
    facets.forEach((facet, index) =>
      this.bag.add(...paper(facet, index, corners[index] ?? [], lit.has(index))),
    );
  }

  look(corners: Vec3[][], turn: Turn, { width, height }: { width: number; height: number }) {
    const middle = centre(corners.flat());
    this.bag.position.set(-middle[0], -middle[1], -middle[2]);
    this.tipped.rotation.x = radians(turn.pitch);
    this.turned.rotation.y = radians(turn.yaw);
    const [x, y] = rotate(middle, turn);
    const seen = corners.flat().map((corner) => rotate(corner, turn));
    const wide = Math.max(...seen.map((corner) => Math.abs(corner[0] - x))) * 2 || 1;
    const tall = Math.max(...seen.map((corner) => Math.abs(corner[1] - y))) * 2 || 1;
    const scale = Math.min((width - MARGIN * 2) / wide, (height - MARGIN * 2) / tall);
    this.camera.right = width / 2 / scale;
    this.camera.left = -this.camera.right;
    this.camera.top = height / 2 / scale;
    this.camera.bottom = -this.camera.top;
    this.camera.updateProjectionMatrix();
    this.renderer.setSize(width, height, false);
    this.renderer.render(this.scene, this.camera);
  }

  /** The facet under a place on the canvas, from -1 to 1 either way, and whether its outside is seen. */
  at(x: number, y: number): { facet: number; outside: boolean } | null {
    const ray = new Raycaster();
    ray.setFromCamera(new Vector2(x, y), this.camera);
    const [hit] = ray.intersectObjects(
      this.bag.children.filter((child) => child instanceof Mesh && "facet" in child.userData),
    );
    if (!hit) return null;
    const { facet, outside } = hit.object.userData as { facet: number; outside: boolean };
    return { facet, outside };
  }

  dispose() {
    this.clear();
    this.renderer.dispose();
  }

  private clear() {
    for (const child of [...this.bag.children]) {
      if (child instanceof Mesh || child instanceof LineLoop || child instanceof LineSegments) {
        child.geometry.dispose();
        (child.material as LineBasicMaterial | MeshLambertMaterial).dispose();
      }
      this.bag.remove(child);
    }
  }
}

export default function SolidBag({ facets, pose, turn, space, apart, lit, onPoint }: SolidBagProps) {
  const canvas = useRef<HTMLCanvasElement>(null);
  const stage = useRef<Stage | null>(null);
  const corners = useMemo(
    () => facets.map((facet, index) => lifted((pose[index] ?? []) as Vec3[], facet.lift * apart * APART)),
    [facets, pose, apart],
  );

  useEffect(() => {
    if (!canvas.current) return;
    const own = new Stage(canvas.current);
    stage.current = own;
    return () => {
      own.dispose();
      stage.current = null;
    };
  }, []);
  const shown = useRef<unknown>(null);
  useEffect(() => {
    // Turning the bag needs no new paper.
    const next = [stage.current, facets, corners, lit];
    const known = shown.current as unknown[] | null;
    if (!known || next.some((part, index) => part !== known[index]))
      stage.current?.show(facets, corners, lit);
    shown.current = next;
    stage.current?.look(corners, turn, space);
  }, [facets, corners, lit, turn, space]);

  const point = (event: PointerEvent) => {
    const box = event.currentTarget.getBoundingClientRect();
    const x = ((event.clientX - box.left) / box.width) * 2 - 1;
    const y = 1 - ((event.clientY - box.top) / box.height) * 2;
    const hit = stage.current?.at(x, y) ?? null;
    onPoint(hit?.facet ?? null, hit?.outside ?? true);
  };

  return (
    <canvas
      ref={canvas}
      className="bag-solid"
      width={space.width}
      height={space.height}
      aria-hidden="true"
      onPointerMove={point}
    />
  );
}

const radians = (degrees: number) => (degrees * Math.PI) / 180;

/** Faces are drawn a hair behind their edges, so that the edges are not eaten. */
const PUSHED = { polygonOffset: true, polygonOffsetFactor: 0.5, polygonOffsetUnits: 1 };

/** A facet: its outside, its inside, its edge, and the pattern's up. */
function paper(facet: Facet, index: number, corners: Vec3[], lit: boolean) {
  const fitting = Boolean(facet.what);
  const side = (colour: string, outside: boolean) => {
    const way = outside ? FrontSide : BackSide;
    const mesh = new Mesh(
      surface(corners),
      new MeshLambertMaterial({ color: ink(colour), side: way, ...PUSHED }),
    );
    mesh.userData = { facet: index, outside };
    return mesh;
  };
  const tint = lit ? "--slate" : fitting ? "--line" : "--ink";
  // The lines of what lies in the bag are seen through the paper.
  const through = facet.what === "gift";
  const edge = new LineLoop(
    loop(corners),
    new LineBasicMaterial({ color: ink(through ? "--slate" : tint), depthTest: !through }),
  );
  const { hatch, letter, up } = marksOn(facet, lifted(corners, 0.4));
  return [
    side(lit ? "--lit" : fitting ? "--reverse" : "--sheet", true),
    side(lit ? "--lit-inside" : "--reverse", false),
    edge,
    ...holes(facet, corners),
    ...strokes(hatch, "--line"),
    ...strokes(letter, "--ink"),
    ...strokes(up, "--graphite"),
  ];
}

/** Holes as dark spots on both sides of the paper; a slot as a line. */
function holes(facet: Facet, corners: Vec3[]) {
  const dark = () => new MeshBasicMaterial({ color: ink("--graphite"), side: DoubleSide });
  return facet.holes.flatMap((edge) =>
    [0.35, -0.35].flatMap((off) => {
      const onPaper = toSpace(facet.flat as [number, number][], lifted(corners, off));
      const spots = onPaper ? edge.map(([x = 0, y = 0]) => onPaper([x, y])) : [];
      if (spots.length < 2) return [];
      const line = new LineLoop(loop(spots), new LineBasicMaterial({ color: ink("--ink") }));
      return spots.length > 2 ? [new Mesh(surface(spots), dark()), line] : [line];
    }),
  );
}

function strokes(segments: Segment[], colour: string): LineSegments[] {
  if (segments.length === 0) return [];
  const points = new Float32BufferAttribute(segments.flat(2), 3);
  const geometry = new BufferGeometry().setAttribute("position", points);
  return [new LineSegments(geometry, new LineBasicMaterial({ color: ink(colour) }))];
}

function centre(points: Vec3[]): Vec3 {
  const half = (axis: 0 | 1 | 2) => {
    const all = points.map((point) => point[axis]);
    return (Math.min(...all) + Math.max(...all)) / 2;
  };
  return points.length > 0 ? [half(0), half(1), half(2)] : [0, 0, 0];
}

/** A convex polygon as a fan of triangles. */
function surface(corners: Vec3[]): BufferGeometry {
  const [first] = corners;
  const away = normal(corners);
  const fan = corners.slice(1, -1).flatMap((corner, index) => {
    const next = corners[index + 2];
    if (!first || !next) return [];
    // Round the end of a crease that stops inside the paper the fan turns back over itself: paper is there already.
    const [x, y, z] = normal([first, corner, next]);
    const turnsBack = x * away[0] + y * away[1] + z * away[2] < 0;
    return turnsBack ? [] : [first, corner, next].flat();
  });
  const geometry = new BufferGeometry();
  geometry.setAttribute("position", new Float32BufferAttribute(fan, 3));
  geometry.computeVertexNormals();
  return geometry;
}

function loop(corners: Vec3[]): BufferGeometry {
  return new BufferGeometry().setAttribute("position", new Float32BufferAttribute(corners.flat(), 3));
}
