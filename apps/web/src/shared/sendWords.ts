import type { OutboxState } from './device/outbox.ts';

function things(count: number): string {
  return count === 1 ? '1 thing' : `${count} things`;
}

/** The server says at length what a glance at the bar has no time for. */
function firstSentence(text: string): string {
  return /^.*?[.!?](?=\s|$)/.exec(text)?.[0] ?? `${text}.`;
}

/** What is so with what this device keeps, in words. */
export function sendWords({ kind, unsent, trouble, refused }: OutboxState): string {
  switch (kind) {
    case 'sent':
      return refused > 0 ? 'The rest is sent.' : 'All sent';
    case 'sending':
      return 'Sending …';
    case 'offline':
      return `Off the network. ${things(unsent)} kept here, none lost.`;
    case 'signed-out':
      return `Signed out. ${things(unsent)} kept here; sign in again to send.`;
    case 'trouble':
      return `${firstSentence(trouble ?? 'The server can’t store just now.')} ${things(unsent)} kept here, none lost.`;
  }
}

/** What the server won't take, and why; `null` when it took everything. */
export function refusedWords({ refused, reason }: OutboxState): string | null {
  if (refused === 0) return null;
  const words = reason ?? 'The server would not take it';
  return `${things(refused)} set aside. ${words[0]!.toUpperCase()}${words.slice(1).replace(/\.$/, '')}.`;
}
