// What is not kept by the service yet outlives the page in the browser's own store, under the window it was typed in.

import type { Place, Waiting } from "./Saver";
import { newKey } from "./key";

const PREFIX = "not kept ";

/** No page stands longer than so many milliseconds after it has gone. */
const GOING = 500;

/** A store of texts by name, as the browser has it. */
export type Store = Pick<Storage, "getItem" | "setItem" | "removeItem" | "key" | "length">;

/** Who holds a window's name as long as it stands: the browser's locks. */
export type Locks = Pick<LockManager, "request" | "query">;

/** A store that can be written is trusted; without one what is typed lives as long as the page. */
function browserStore(): Store | null {
  try {
    return globalThis.localStorage;
  } catch {
    return null;
  }
}

/** What is put away of one window. */
export class Places {
  private readonly refused = new Set<string>();
  /** The page goes: what it has not kept is anybody's. */
  leave: () => void = () => undefined;

  constructor(
    private readonly store: Store | null = browserStore(),
    private readonly own: string = newKey(),
  ) {}

  /** Where one thing outlives the page. */
  place<What, Base>(name: string): Place<What, Base> {
    const key = `${PREFIX}${this.own} ${name}`;
    return {
      read: () => parse<Waiting<What, Base>>(this.store?.getItem(key) ?? null),
      write: (waiting) => {
        if (!waiting) {
          this.store?.removeItem(key);
          this.refused.delete(name);
          return;
        }
        try {
          if (!this.store) throw new Error("no store");
          this.store.setItem(key, JSON.stringify(waiting));
          this.refused.delete(name);
        } catch {
          // Full, or shut: then the page has to stay open.
          this.refused.add(name);
        }
      },
    };
  }

  /** True if something is not kept yet and would be lost with the page. */
  mustAsk = () => this.refused.size > 0;

  /** The names of what is put away by this window. */
  names(): string[] {
    const own = `${PREFIX}${this.own} `;
    return this.keys().flatMap((key) => (key.startsWith(own) ? [key.slice(own.length)] : []));
  }

  /**
   * Takes over what windows have left behind that are gone. Of one thing that two have left, the second stays where it is until the
   * first is kept.
   */
  async adopt(locks: Locks | undefined) {
    if (!locks) {
      this.take(() => false);
      return;
    }
    // Held as long as the page stands: nobody else takes what is its own.
    void locks.request(lockOf(this.own), () => new Promise<void>((done) => (this.leave = done)));
    await locks.request(`${PREFIX}adopting`, async () => {
      for (let waited = 0; waited <= GOING; waited += GOING / 10) {
        const { held = [], pending = [] } = await locks.query();
        const standing = new Set([...held, ...pending].map(({ name }) => name));
        this.take((window) => standing.has(lockOf(window)));
        // A page that has just gone may still stand for a moment.
        if (this.keys().every((key) => this.isOwn(key))) return;
        await new Promise((done) => setTimeout(done, GOING / 10));
      }
    });
  }

  private take(stands: (window: string) => boolean) {
    const { store } = this;
    if (!store) return;
    for (const key of this.keys()) {
      const [window = "", ...words] = key.slice(PREFIX.length).split(" ");
      const mine = `${PREFIX}${this.own} ${words.join(" ")}`;
      const text = store.getItem(key);
      if (window === this.own || stands(window) || text === null || store.getItem(mine) !== null) continue;
      try {
        store.setItem(mine, text);
        store.removeItem(key);
      } catch {
        // No room for both: it stays where it is.
      }
    }
  }

  private isOwn(key: string) {
    return key.startsWith(`${PREFIX}${this.own} `);
  }

  private keys(): string[] {
    const { store } = this;
    if (!store) return [];
    const all = Array.from({ length: store.length }, (_, place) => store.key(place) ?? "");
    return all.filter((key) => key.startsWith(PREFIX)).sort();
  }
}

const lockOf = (window: string) => `${PREFIX}${window}`;

/** What was put away, as far as it can be read. */
function parse<What>(text: string | null): What | null {
  try {
    return text === null ? null : (JSON.parse(text) as What);
  } catch {
    return null;
  }
}
