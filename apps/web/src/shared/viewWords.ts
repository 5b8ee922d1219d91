import type { View } from '@waxwing/core/movement';

/** Where one stands, in a word. */
export const VIEW_WORDS: Readonly<Record<View, string>> = { front: 'front', side: 'side', rear: 'behind' };

/** From where one looks: "from the front". */
export function fromText(view: View): string {
  return view === 'rear' ? 'from behind' : `from the ${VIEW_WORDS[view]}`;
}
