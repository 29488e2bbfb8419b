// Keeps a bag saved while it is being changed. Knows nothing of the screen; the view follows it.

import { Refused, updateBag, type Bag, type BagDraft } from "../../api/client";

export type Saving = "saved" | "saving" | "waiting" | "offline" | "refused" | "conflict";

/** Whether a draft can be saved: its brief has been planned, is being planned, cannot be, or nobody answers. */
export type Standing = "good" | "pending" | "faulty" | "unanswered";

/** How a bag stands: what is to be told, and the kept version if it was changed elsewhere. */
export interface SaveState {
  state: Saving;
  conflict: Bag | null;
}

const PAUSE = 350;
const TRY_AGAIN = 3000;

const same = (a: BagDraft, b: BagDraft) => JSON.stringify(a) === JSON.stringify(b);

/**
 * Saves a draft shortly after each change, one save at a time. While a draft is faulty nothing is sent: the last
 * good version stays saved, and what is typed stays on the screen.
 */
export class Autosaver {
  private readonly id: number;
  private revision: number;
  private kept: BagDraft;
  private wanted: BagDraft;
  private standing: Standing = "good";
  private sending: Promise<boolean> | null = null;
  private timer = 0;
  private current: SaveState = { state: "saved", conflict: null };
  private readonly followers = new Set<() => void>();

  constructor(bag: Bag) {
    this.id = bag.id;
    this.revision = bag.revision;
    this.kept = { name: bag.name, brief: bag.brief };
    this.wanted = this.kept;
  }

  readonly follow = (follower: () => void) => {
    this.followers.add(follower);
    return () => this.followers.delete(follower);
  };

  readonly snapshot = () => this.current;

  /** Takes note of a change. */
  readonly want = (draft: BagDraft, standing: Standing) => {
    this.wanted = draft;
    this.standing = standing;
    window.clearTimeout(this.timer);
    if (this.current.conflict) return;
    if (same(draft, this.kept)) {
      if (!this.sending) this.tell("saved");
    } else if (standing === "faulty") {
      this.tell("waiting");
    } else if (standing === "unanswered") {
      this.tell("offline");
    } else {
      // From the first change on it is not saved, and does not say it is.
      this.tell("saving");
      if (standing === "good") this.timer = window.setTimeout(() => void this.save(), PAUSE);
    }
  };

  /** Saves now what is wanted; waits for a save that is on its way. True if what is wanted is kept. */
  readonly save = async (): Promise<boolean> => {
    window.clearTimeout(this.timer);
    if (this.sending) await this.sending;
    if (this.current.conflict) return false;
    if (same(this.wanted, this.kept)) return true;
    // While the plan is still being asked for, the service decides: it keeps nothing that cannot be planned.
    if (this.standing === "faulty") return false;
    this.sending ??= this.send(this.wanted);
    if (!(await this.sending)) return false;
    if (!same(this.wanted, this.kept)) return this.save();
    this.tell("saved");
    return true;
  };

  private async send(draft: BagDraft): Promise<boolean> {
    this.tell("saving");
    try {
      const saved = await updateBag(this.id, this.revision, draft);
      this.revision = saved.revision;
      this.kept = draft;
      return true;
    } catch (error) {
      this.fail(error);
      return false;
    } finally {
      this.sending = null;
    }
  }

  private fail(error: unknown) {
    const problem = error instanceof Refused ? error.problem : null;
    if (problem?.status === 412 && problem.stored) {
      this.tell("conflict", problem.stored);
    } else if (problem && problem.status >= 400 && problem.status < 500) {
      this.tell("refused");
    } else {
      this.tell("offline");
      this.timer = window.setTimeout(() => void this.save(), TRY_AGAIN);
    }
  }

  /** Goes on from the kept version's revision: the next save replaces it. */
  readonly settle = (stored: Bag) => {
    this.revision = stored.revision;
    this.kept = { name: stored.name, brief: stored.brief };
    this.tell("saving");
  };

  /** The page is going away: sends what is not saved yet without waiting for the answer. */
  readonly leave = () => {
    if (this.standing === "faulty" || this.sending || this.current.conflict || same(this.wanted, this.kept))
      return;
    window.clearTimeout(this.timer);
    void updateBag(this.id, this.revision, this.wanted, true).catch(() => undefined);
  };

  private tell(state: Saving, conflict: Bag | null = null) {
    if (this.current.state === state && this.current.conflict === conflict) return;
    this.current = { state, conflict };
    this.followers.forEach((follower) => follower());
  }
}
