// The bags the words make: side by side, with the question that tells them apart; and what has to be mended so that they make one.

import { Button } from "react-bootstrap";
import type { Heard, Reading } from "../../api/client";
import { Icon } from "../../drawings/Icon";
import { BagPicture } from "../../fold/BagPicture";
import { Thumbnail } from "../../sheet/Thumbnail";
import { Figure } from "../../words/Figure";

interface Does {
  /** What is shown is for words said before. */
  stale: boolean;
  onWords: (words: string) => void;
  onMake: (reading: Reading) => void;
}

export function Readings({ heard, ...does }: { heard: Heard } & Does) {
  const { readings, corrections, question } = heard;
  const isUsual = readings[0]?.usual === true;
  const bags = readings.length > 0 && <Bags key="bags" heard={heard} {...does} />;
  const mends = corrections.length > 0 && (
    <Mends key="mends" heard={heard} beside={readings.length > 0} {...does} />
  );
  return (
    <>
      {heard.wants && (
        <p className="heard-wants">
          <Icon name="warns" /> <Figure text={heard.wants} />
        </p>
      )}
      {question && <Asked question={question} {...does} />}
      {isUsual ? [bags, mends] : [mends, bags]}
    </>
  );
}

/** The one question, and what each answer makes of the words. */
function Asked({ question, stale, onWords }: { question: NonNullable<Heard["question"]> } & Does) {
  return (
    <div className="asks" role="group" aria-label={question.asks}>
      <strong>{question.asks}</strong>
      {question.answers.map((answer) => (
        <Button key={answer.says} variant="remedy" disabled={stale} onClick={() => onWords(answer.words)}>
          <Figure text={answer.says} />
        </Button>
      ))}
    </div>
  );
}

function Bags({ heard, stale, onMake }: { heard: Heard } & Does) {
  const { readings } = heard;
  return (
    <section aria-labelledby="readings-title">
      <h2 id="readings-title">
        {readings.length === 1 ? "It makes this bag" : "It makes one of these bags"}
      </h2>
      <ul className="readings">
        {readings.map((reading, index) => (
          <li key={index} className={index === 0 && reading.usual ? "reading is-first" : "reading"}>
            <Told reading={reading} />
            {!reading.usual && (
              <p className="unusual">
                <Icon name="warns" /> Nobody usually makes it so; a figure may have been misheard.
              </p>
            )}
            <Button
              variant={index === 0 && reading.usual ? "ink" : "remedy"}
              disabled={stale}
              onClick={() => onMake(reading)}
            >
              Draw this bag
            </Button>
          </li>
        ))}
      </ul>
    </section>
  );
}

function Mends({ heard, beside, stale, onWords }: { heard: Heard; beside: boolean } & Does) {
  return (
    <section aria-labelledby="mends-title">
      <h2 id="mends-title">
        {beside
          ? "If a figure was misheard"
          : "As it was said it makes no bag. With one thing mended it does"}
      </h2>
      <ul className="readings">
        {heard.corrections.map((correction, index) => (
          <li key={correction.words} className={index === 0 && !beside ? "reading is-first" : "reading"}>
            <p className="mend-why">
              <Figure text={correction.why} />
            </p>
            <Told reading={correction.reading} />
            <Button
              variant={index === 0 && !beside ? "ink" : "remedy"}
              disabled={stale}
              onClick={() => onWords(correction.words)}
            >
              Take it as <Figure text={correction.says} />
            </Button>
          </li>
        ))}
      </ul>
    </section>
  );
}

function Told({ reading }: { reading: Reading }) {
  const { slip } = reading;
  return (
    <>
      <div className="reading-pictures">
        {slip.standing && <BagPicture standing={slip.standing} width={120} height={140} />}
        <Thumbnail pieces={slip.pieces} width={220} height={140} />
      </div>
      <h3>
        <Figure text={slip.size.join(" × ")} /> <small>{reading.build}</small>
      </h3>
      <ul>
        {reading.says.map((says) => (
          <li key={says}>
            <Figure text={says} />
          </li>
        ))}
      </ul>
      <p className="proved">
        <Icon name="tick" /> Folded and measured: {reading.proved} checks hold.
      </p>
    </>
  );
}
