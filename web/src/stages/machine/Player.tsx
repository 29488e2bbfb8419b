// The job as it runs: started, paused, stopped, faster or slower; afterwards what lies on the mat.

import { useRef, useState } from "react";
import { Button } from "react-bootstrap";
import type { Job } from "../../api/client";
import { useSpace } from "../../sheet/useSpace";
import { Mat, type MatHandle } from "./Mat";
import { usePlay } from "./usePlay";

const SPEEDS = [1, 5, 20];

export function Player({ job }: { job: Job }) {
  const box = useRef<HTMLDivElement>(null);
  const mat = useRef<MatHandle>(null);
  const clock = useRef<HTMLSpanElement>(null);
  const bar = useRef<HTMLProgressElement>(null);
  const space = useSpace(box);
  const [speed, setSpeed] = useState(5);
  const play = usePlay(job.seconds, speed, (t) => {
    mat.current?.show(t);
    if (clock.current) clock.current.textContent = minutes(t);
    if (bar.current) bar.current.value = t;
  });
  const { state } = play;
  return (
    <div className="player">
      <div className="player-mat" ref={box}>
        {space && <Mat ref={mat} job={job} {...space} done={state === "done"} />}
      </div>
      <div className="player-tools">
        <Button variant="ink" onClick={state === "running" ? play.pause : play.start}>
          {{ ready: "Start", running: "Pause", paused: "Go on", done: "Again" }[state]}
        </Button>
        <Button variant="remedy" disabled={state === "ready"} onClick={play.stop}>
          Stop
        </Button>
        <progress ref={bar} max={job.seconds} value={0} aria-label="How far it is" />
        <span className="player-clock">
          <span ref={clock}>0:00</span> of {minutes(Math.ceil(job.seconds))}
        </span>
        <fieldset className="player-speed">
          <legend>Speed</legend>
          {SPEEDS.map((times) => (
            <label key={times}>
              <input type="radio" name="speed" checked={speed === times} onChange={() => setSpeed(times)} />×
              {times}
            </label>
          ))}
        </fieldset>
      </div>
      <p className="player-says" role="status">
        {state === "done" && done(job)}
        {state === "paused" && "Paused: the tool is lifted."}
      </p>
    </div>
  );
}

function done(job: Job): string {
  if (!job.pieces) return "Done. There are too many lines to tell what came loose.";
  const folded = job.pieces.filter((piece) => piece.is_folded).length;
  const rest = job.pieces.length - folded;
  const of = (n: number, one: string, many: string) => (n === 1 ? `one ${one}` : `${n} ${many}`);
  return `Done: ${of(folded, "piece with folds", "pieces with folds")} and ${of(rest, "other bit of paper", "other bits of paper")} lie on the mat.`;
}

function minutes(seconds: number): string {
  const whole = Math.floor(seconds);
  return `${Math.floor(whole / 60)}:${String(whole % 60).padStart(2, "0")}`;
}
