// The words once more, under every phrase what was understood of it; what was passed over is struck out.

import { Figure } from "../../words/Figure";
import { stretches, type Phrase } from "./edit";

export function Gloss({ words, phrases }: { words: string; phrases: Phrase[] }) {
  return (
    <p className="gloss" aria-label="What was understood">
      {stretches(words, phrases).map(({ text, phrase }, index) =>
        phrase === null ? (
          <span key={index} className="between">
            {text}
          </span>
        ) : (
          <span key={index} className={phrase.says == null ? "phrase is-passed-over" : "phrase"}>
            <span>{text}</span>
            <small>
              <Figure text={phrase.says ?? "passed over"} />
            </small>
          </span>
        ),
      )}
    </p>
  );
}
