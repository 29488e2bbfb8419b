// Safe keeping: everything as one file, a file put back after a look at what it would change, and the backups made by themselves.

import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { Button } from "react-bootstrap";
import {
  backUp,
  fetchFile,
  keepBackups,
  previewBackup,
  restoreBackup,
  type Backup,
  type BackupPreview,
  type Backups,
} from "../../api/client";
import { backupsQuery } from "../../api/queries";
import { Failed } from "../../api/Failed";
import { CountField } from "../../drawings/CountField";
import { Icon } from "../../drawings/Icon";
import { PageHead } from "../../drawings/PageHead";
import { Unread } from "./Unread";
import { WhatUndoMeans } from "./WhatUndoMeans";

const moment = (at: string) =>
  new Date(at).toLocaleString("en-GB", { dateStyle: "medium", timeStyle: "short" });

export function KeepingView() {
  const queries = useQueryClient();
  const list = useQuery(backupsQuery());
  const refresh = () => queries.invalidateQueries(backupsQuery());
  const [chosen, setChosen] = useState<Backup | null>(null);
  const out = useMutation({ mutationFn: () => fetchFile("/api/backup") });
  const now = useMutation({ mutationFn: backUp, onSuccess: refresh });
  const keep = useMutation({ mutationFn: keepBackups, onSuccess: refresh });
  const look = useMutation({ mutationFn: previewBackup });
  const restore = useMutation({
    mutationFn: restoreBackup,
    onSuccess: () => {
      setChosen(null);
      look.reset();
      // Nothing that was read before is still so.
      return queries.invalidateQueries();
    },
  });
  const choose = (backup: Backup) => {
    restore.reset();
    setChosen(backup);
    look.mutate(backup);
  };
  const leave = () => {
    setChosen(null);
    look.reset();
  };
  const problem = look.error ?? restore.error ?? out.error ?? now.error ?? keep.error;
  return (
    <div className="shelf keeping">
      <PageHead title="Safe keeping" />
      <main>
        <section aria-labelledby="out-title">
          <h2 id="out-title">Everything as one file</h2>
          <p>
            Bags, papers, guides, runs and settings, as they are at this moment. Put it somewhere else: on a
            stick, or another machine.
          </p>
          <Button disabled={out.isPending} onClick={() => out.mutate()}>
            <Icon name="download" /> {out.isPending ? "Being written…" : "Save a backup"}
          </Button>
          {out.data && <p role="status">Saved as {out.data}.</p>}
        </section>
        <section aria-labelledby="back-title">
          <h2 id="back-title">Put a backup back</h2>
          <label className="import-file">
            <span>Look into a backup</span>
            <input
              type="file"
              accept=".db,application/vnd.sqlite3"
              onChange={(event) => {
                const file = event.target.files?.[0];
                event.target.value = "";
                if (file) choose(file);
              }}
            />
          </label>
          {look.isPending && <p aria-busy="true">Reading it…</p>}
          {problem && (
            <p className="alarm" role="alert">
              {problem.message}
            </p>
          )}
          {look.data && chosen !== null && (
            <Preview
              preview={look.data}
              name={typeof chosen === "string" ? chosen : chosen.name}
              busy={restore.isPending}
              onRestore={() => restore.mutate(chosen)}
              onLeave={leave}
            />
          )}
          {restore.isSuccess && (
            <p role="status">It is back. What was here before is among the backups below.</p>
          )}
        </section>
        <section aria-labelledby="self-title">
          <h2 id="self-title">Backups beside the file</h2>
          <Failed asked={list} what="The backups" />
          {list.data?.emptied && <Emptied />}
          {list.data && (
            <ByThemselves
              backups={list.data}
              chosen={chosen}
              busy={now.isPending}
              onKeep={keep.mutate}
              onNow={() => now.mutate()}
              onChoose={choose}
            />
          )}
        </section>
        <Unread />
        <WhatUndoMeans />
        <IfDamaged />
      </main>
    </div>
  );
}

function Emptied() {
  return (
    <p className="alarm" role="alert">
      There is nothing in the file, though there are backups of it: it may have been moved or replaced. None
      is made of an empty one. Look into the last, and put it back if something is missing.
    </p>
  );
}

function IfDamaged() {
  return (
    <section aria-labelledby="else-title">
      <h2 id="else-title">If the file itself is damaged</h2>
      <p>
        Wide Fold checks its file at every start. A damaged one is never written to: it says how many bags,
        papers and runs can still be read, and the command that saves them into a new file.
      </p>
    </section>
  );
}

/** What a backup was made for. */
const MADE: Record<Backups["kept"][number]["made"], string> = {
  by_itself: "by itself",
  by_hand: "by hand",
  before_restore: "before another was put back",
};

/** The backups that are made once a day, and how many are kept. */
function ByThemselves(props: {
  backups: Backups;
  chosen: Backup | null;
  busy: boolean;
  onKeep: (count: number) => void;
  onNow: () => void;
  onChoose: (name: string) => void;
}) {
  const { backups, chosen, busy, onKeep, onNow, onChoose } = props;
  const { folder, keep, kept } = backups;
  return (
    <>
      <p>
        Once a day, when something has changed, a backup is made in <code>{folder}</code>. Those made by hand,
        or before another was put back, are counted apart.
      </p>
      <p className="keep-count">
        <CountField name="Backups that are kept" count={keep} most={60} onCount={onKeep} />
        <span>{keep === 0 ? "are kept: none are made" : "are kept; the oldest goes"}</span>
        <Button variant="remedy" disabled={busy} onClick={onNow}>
          Make one now
        </Button>
      </p>
      {kept.length === 0 ? (
        <p>There is none yet.</p>
      ) : (
        <ul className="backups" aria-label="Backups">
          {kept.map((backup) => (
            <li key={backup.name}>
              <strong>{moment(backup.at)}</strong>
              <small>
                {MADE[backup.made]}, {backup.size}
              </small>
              <Button
                variant="remedy"
                aria-pressed={chosen === backup.name}
                onClick={() => onChoose(backup.name)}
                aria-label={`Look into it: ${moment(backup.at)}`}
              >
                Look into it
              </Button>
            </li>
          ))}
        </ul>
      )}
    </>
  );
}

function Preview(props: {
  preview: BackupPreview;
  name: string;
  busy: boolean;
  onRestore: () => void;
  onLeave: () => void;
}) {
  const { preview, name, busy, onRestore, onLeave } = props;
  const { holds, here } = preview;
  return (
    <div className="backup-preview" role="group" aria-label="What it would change">
      <table>
        <tbody>
          <tr>
            <th scope="row">{name}</th>
            <td>{holds.says}</td>
            <td>{holds.changed ? `last changed ${moment(holds.changed)}` : ""}</td>
          </tr>
          <tr>
            <th scope="row">What is here</th>
            <td>{here.says}</td>
            <td>{here.changed ? `last changed ${moment(here.changed)}` : ""}</td>
          </tr>
        </tbody>
      </table>
      {preview.differs.length === 0 && <p>Nothing in it is other than what is here.</p>}
      {preview.differs.map((part) => (
        <Differs key={part.title} part={part} />
      ))}
      <p>
        It takes the place of everything here. What is here is backed up first, and can be put back the same
        way.
      </p>
      <Button variant="ink" disabled={busy} onClick={onRestore}>
        {busy ? "Being put back…" : "Put it in place of everything here"}
      </Button>{" "}
      <Button variant="remedy" onClick={onLeave}>
        Leave it
      </Button>
    </div>
  );
}

/** What of one kind would come back, be gone, or be otherwise. */
function Differs({ part }: { part: BackupPreview["differs"][number] }) {
  const { title, comes_back, gone, otherwise } = part;
  return (
    <section className="differs">
      <h3>{title}</h3>
      {comes_back.length > 0 && <p>Would come back: {comes_back.join(", ")}.</p>}
      {otherwise.length > 0 && <p>Would be as in the backup: {otherwise.join(", ")}.</p>}
      {gone.length > 0 && (
        <p className="is-lost">
          <Icon name="warns" label="Would be gone" /> Would be gone: {gone.join(", ")}.
        </p>
      )}
    </section>
  );
}
