/** A name nothing else has: 32 random figures, also where a page is not served safely enough for the browser to make one itself. */
export function newKey(): string {
  const bytes = crypto.getRandomValues(new Uint8Array(16));
  return Array.from(bytes, (byte) => byte.toString(16).padStart(2, "0")).join("");
}
