/** A cue has to carry across a room: this many words at most. */
export const CUE_MAX_WORDS = 6;

/** Words as they are said: "half-way" is one, "1/4" is one. */
export function wordCount(text: string): number {
  return text.trim().split(/\s+/u).filter(Boolean).length;
}

/** Is the text short enough to be called across a room? */
export function isCallable(text: string): boolean {
  const words = wordCount(text);
  return words > 0 && words <= CUE_MAX_WORDS;
}
