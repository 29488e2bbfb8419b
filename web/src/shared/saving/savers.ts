// All that is being kept, by name: one saver for one thing, whichever view it is changed in, and after the view has gone.

import { Places } from "./places";
import { Saver, type How, type Saving } from "./Saver";

/** What can be kept, and of which one: a bag, a run, what was done on a run, the ticks of a bag, a paper; room and rates are there once. */
export type Named = `${"bag" | "run" | "deeds" | "ticks" | "paper"} ${number}` | "rooms" | "rates";

/** What kind of thing that is. */
export type Kind = Named extends infer Name ? (Name extends `${infer Word} ${number}` ? Word : Name) : never;

/** Its kind, and which one it is. */
export function parts(name: Named): { kind: Kind; id: number } {
  const [kind = "", id = "0"] = name.split(" ");
  return { kind: kind as Kind, id: Number(id) };
}

type Any = Saver<never, never, never>;

/** Something that is not kept, and how it stands with it. */
export interface Unkept {
  name: Named;
  state: Saving;
}

export class Savers {
  private readonly all = new Map<Named, Any>();
  /** How many views show it. */
  private readonly shown = new Map<Named, number>();
  private readonly followers = new Set<() => void>();
  private unkept: Unkept[] = [];

  constructor(readonly places = new Places()) {}

  /** The one of that name; it takes note of what is kept by now. */
  get<What, Kept, Base>(
    name: Named,
    kept: Kept | undefined,
    how: How<What, Kept, Base>,
  ): Saver<What, Kept, Base> {
    const there = this.all.get(name) as Saver<What, Kept, Base> | undefined;
    if (there) {
      there.follows(kept, how);
      return there;
    }
    const made = new Saver<What, Kept, Base>(kept, how, this.places.place(name));
    this.all.set(name, made as unknown as Any);
    made.follow(this.look);
    this.look();
    return made;
  }

  /** A view shows it from now on, until it calls what is returned. */
  readonly show = (name: Named) => {
    const count = (more: number) => {
      this.shown.set(name, (this.shown.get(name) ?? 0) + more);
      this.look();
    };
    count(1);
    return () => count(-1);
  };

  readonly follow = (follower: () => void) => {
    this.followers.add(follower);
    return () => this.followers.delete(follower);
  };

  /** What is not kept and no view shows. */
  readonly snapshot = () => this.unkept;

  private readonly look = () => {
    const open = [...this.all].filter(([name]) => !this.shown.get(name));
    const now = open.map(([name, saver]) => ({ name, state: saver.snapshot().state }));
    const unkept = now.filter(({ state }) => state !== "saved");
    if (JSON.stringify(unkept) === JSON.stringify(this.unkept)) return;
    this.unkept = unkept;
    this.followers.forEach((follower) => follower());
  };

  /** The page is going away. */
  readonly leave = () => {
    this.all.forEach((saver) => saver.leave());
    this.places.leave();
  };

  /** Leaves everything as it is kept, and begins anew. */
  readonly close = () => {
    this.all.forEach((saver) => saver.drop());
    this.all.clear();
  };

  /** True if something would be lost with the page: it is not kept, and the browser has no room for it. */
  readonly mustAsk = () => this.places.mustAsk();
}

/** Those of this window. */
export const savers = new Savers();
