import { useSyncExternalStore } from 'react';

/** What a device calls of the clock, and how: each screen in the room has its own. */
export interface SoundSettings {
  readonly tones: boolean;
  /** The browser's own voice. */
  readonly voice: boolean;
  /** From 0 to 1. */
  readonly loudness: number;
  /** Beyond the beginning and the end of each stretch. */
  readonly halfWay: boolean;
  readonly lastThree: boolean;
  /** Spoken only. */
  readonly next: boolean;
}

export const LOUDNESS = { soft: 0.1, medium: 0.25, loud: 0.7 } as const;

const KEPT_AS = 'waxwing-sound';
const AT_FIRST: SoundSettings = {
  tones: true,
  voice: false,
  loudness: LOUDNESS.medium,
  halfWay: true,
  lastThree: true,
  next: true,
};

function read(): SoundSettings {
  try {
    return { ...AT_FIRST, ...(JSON.parse(localStorage.getItem(KEPT_AS) ?? '{}') as Partial<SoundSettings>) };
  } catch {
    return AT_FIRST;
  }
}

let settings: SoundSettings | null = null;
const listeners = new Set<() => void>();
const current = () => (settings ??= read());

function change(part: Partial<SoundSettings>): void {
  settings = { ...current(), ...part };
  localStorage.setItem(KEPT_AS, JSON.stringify(settings));
  for (const listener of listeners) listener();
}

function subscribe(listener: () => void): () => void {
  listeners.add(listener);
  return () => listeners.delete(listener);
}

/** A screen that only follows is quiet until somebody there wants to hear it: two that call at once are heard twice. */
export function quietAtFirst(): void {
  if (localStorage.getItem(KEPT_AS) === null) change({ tones: false });
}

/** The settings of this device, and how to change some of them. */
export function useSoundSettings(): readonly [SoundSettings, (part: Partial<SoundSettings>) => void] {
  return [useSyncExternalStore(subscribe, current), change];
}
