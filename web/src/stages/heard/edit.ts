// Changes of the words somebody said: whatever is set on the drawing is said in the words.

export interface Place {
  from: number;
  to: number;
}

/** The words with what stands at a place said otherwise. */
export const replaced = (words: string, { from, to }: Place, by: string) =>
  words.slice(0, from) + by + words.slice(to);

/** The words with a score more, measured from the left edge or from the bottom edge. */
export function withScore(words: string, axis: "upright" | "level", figure: string): string {
  const said = words.trimEnd().replace(/[.,;]+$/, "");
  const score = `Score at ${figure.trim()} from the ${axis === "upright" ? "left" : "bottom"}`;
  return said === "" ? score : `${said}. ${score}`;
}

/** The words with another sheet: in place of the one that was said, or before all of them. */
export function withSheet(words: string, said: Place | null | undefined, sheet: string): string {
  if (said) return replaced(words, said, sheet);
  return words.trim() === "" ? sheet : `${sheet}, ${words}`;
}

export interface Phrase {
  place: Place;
  says?: string | null | undefined;
}

/** The words cut into phrases and what stands between them; phrases that overlap follow one another. */
export function stretches(words: string, phrases: Phrase[]): { text: string; phrase: Phrase | null }[] {
  const found: { text: string; phrase: Phrase | null }[] = [];
  let at = 0;
  for (const phrase of phrases) {
    const from = Math.max(at, phrase.place.from);
    if (from > at) found.push({ text: words.slice(at, from), phrase: null });
    if (phrase.place.to > from) {
      found.push({ text: words.slice(from, phrase.place.to), phrase });
      at = phrase.place.to;
    } else {
      at = from;
    }
  }
  if (at < words.length) found.push({ text: words.slice(at), phrase: null });
  return found;
}
