// The bags that were made, the last first.

import { pictureUrl, type Entry, type Journal } from "../../api/client";
import { ToolButton } from "../../drawings/ToolButton";
import { Figure } from "../../words/Figure";
import { spokenDay } from "../../shared/days";

interface Does {
  onPicture: (entry: number, file: File) => void;
  onTake: (entry: Entry) => void;
}

export function MadeBags({ journal, ...does }: { journal: Journal } & Does) {
  const { entries, total } = journal;
  if (entries.length === 0) return null;
  return (
    <section aria-label="Made bags">
      <h2>
        Made bags{" "}
        <small>{total > entries.length ? `the last ${entries.length} of ${total}` : entries.length}</small>
      </h2>
      <ul className="entries">
        {entries.map((entry) => (
          <MadeBag key={entry.id} entry={entry} {...does} />
        ))}
      </ul>
    </section>
  );
}

function MadeBag({ entry, onPicture, onTake }: { entry: Entry } & Does) {
  return (
    <li>
      {entry.pictured && (
        <img src={pictureUrl(entry.id, entry.revision)} alt={`${entry.name}, ${entry.made}`} loading="lazy" />
      )}
      <div>
        <strong>{entry.name}</strong>
        <span className="entry-planned">
          <Figure text={entry.planned.join(" × ")} />
        </span>
        <small>
          {spokenDay(entry.made)}
          {entry.paper ? `, ${entry.paper}` : ""}
        </small>
        <p>
          <Figure text={entry.says.join("; ")} />
        </p>
        {entry.text.note && <p className="entry-note">{entry.text.note}</p>}
      </div>
      <span className="entry-tools">
        <label className="entry-picture">
          <span>{entry.pictured ? "Another picture" : "A picture"}</span>
          <input
            type="file"
            accept="image/jpeg,image/png,image/webp"
            aria-label={`Picture of ${entry.name}, ${entry.made}`}
            onChange={(event) => {
              const file = event.target.files?.[0];
              event.target.value = "";
              if (file) onPicture(entry.id, file);
            }}
          />
        </label>
        <ToolButton icon="bin" name={`Take ${entry.name}, ${entry.made} out`} onClick={() => onTake(entry)} />
      </span>
    </li>
  );
}
