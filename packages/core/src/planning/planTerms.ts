/** The closed lists of a plan. */

/** What a block is there for. */
export const PARTS = ['warm-up', 'main', 'finisher', 'cool-down'] as const;
export type Part = (typeof PARTS)[number];

/** Only these tire anybody, and count as sets of their muscles. */
export const WORKING_PARTS: readonly Part[] = ['main', 'finisher'];

/** How the movements of a block follow each other. */
export const FORMATS = ['sets', 'rounds', 'intervals', 'amrap', 'emom', 'build-up'] as const;
export type FormatKind = (typeof FORMATS)[number];

/** In an interval block: a round goes through all stations, or each station has all its rounds before the next. */
export const STATION_ORDERS = ['by-round', 'by-station'] as const;
export type StationOrder = (typeof STATION_ORDERS)[number];

export const ALL_OUT_TIMES = ['each-round', 'end'] as const;
export type AllOutTime = (typeof ALL_OUT_TIMES)[number];

/** How the two sides of a movement are spread: within a set, set by set, or with another movement between them. */
export const SIDE_ORDERS = ['in-set', 'by-set', 'split'] as const;
export type SideOrder = (typeof SIDE_ORDERS)[number];

/** What a set, or several, are made of beyond so many of the same. */
export const WAYS = ['script', 'ramp', 'drop', 'ladder', 'then-easier'] as const;
export type WayKind = (typeof WAYS)[number];

/** A stretch of a set that is done in a way of its own. */
export const STRETCHES = ['full', 'half', 'singles', 'doubles', 'slow', 'pulses', 'hold'] as const;
export type StretchKind = (typeof STRETCHES)[number];

/** What changes from set to set of a ladder. */
export const LADDERS_OF = ['amount', 'word'] as const;

/** What the trainer does with their hands meanwhile. */
export const HANDS = ['hold', 'hand-over', 'stretch'] as const;
export type Hands = (typeof HANDS)[number];

export const PLAN_BLOCKS_MOST = 12;
export const PLAN_ITEMS_MOST = 60;
export const PLAN_LANES_MOST = 6;
export const PLAN_MINUTES_MOST = 180;
/** Times a whole block is gone through. */
export const BLOCK_TIMES_MOST = 3;
export const SECONDS_LEAST = 5;
export const SECONDS_MOST = 3600;
export const ROUNDS_MOST = 50;
export const SETS_MOST = 20;
