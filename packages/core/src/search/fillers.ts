/** Words that stand in nearly every sentence and tell movements apart by nothing. */
const FILLERS = new Set(
  `a an and any are as at best better big bigger bit by can client clients do does doing drill drills every exercise exercises fix fixing for from get gets good has have her him his how i
  ideas improve improving in into is it its just keep keeps little make makes me more movement movements much my need needs of on only or our really s safe safely should slightly so some something
  strength strengthen strengthening strong stronger t than that the their them they this to too very version versions want wants weak weaker weakness what when where while who whose with work working workout workouts you
  your`.split(/\s+/),
);

export function isFiller(word: string): boolean {
  return FILLERS.has(word);
}
