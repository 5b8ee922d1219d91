/**
 * What a trainer wants of an order, written down before anything was reckoned: `a < b` for a before b, `a | b` for not one right after the
 * other (in a circuit also round its end), `a ~ b` for one right after the other. The movements stand as somebody added them.
 */
export interface OrderCase {
  readonly format: 'sets' | 'circuit';
  readonly part?: 'warm-up' | 'cool-down';
  readonly movements: string;
  readonly wants: string;
}

/** Weights and rules were set on these. */
export const TUNED_ORDERS: readonly OrderCase[] = [
  { format: 'sets', movements: 'lateral-raise overhead-press bent-over-row', wants: 'overhead-press < lateral-raise' },
  { format: 'sets', movements: 'split-stance-curl chin-up goblet-squat', wants: 'chin-up < split-stance-curl' },
  { format: 'sets', movements: 'full-push-up overhead-press bent-over-row goblet-squat', wants: 'full-push-up | overhead-press' },
  {
    format: 'sets',
    movements: 'forearm-plank barbell-back-squat dumbbell-bench-press',
    wants: 'barbell-back-squat < forearm-plank',
  },
  {
    format: 'sets',
    movements: 'goblet-squat split-squat squat-jump',
    wants: 'squat-jump < goblet-squat, squat-jump < split-squat',
  },
  {
    format: 'circuit',
    movements: 'full-push-up floor-press bent-over-row band-row',
    wants: 'full-push-up | floor-press, bent-over-row | band-row',
  },
  {
    format: 'circuit',
    movements: 'goblet-squat dead-bug bent-over-row glute-bridge overhead-press reverse-lunge',
    wants: 'dead-bug ~ glute-bridge, goblet-squat | reverse-lunge',
  },
  { format: 'sets', movements: 'pushdown close-neutral-press band-row', wants: 'close-neutral-press < pushdown' },
  {
    format: 'sets',
    movements: 'farmer-carry chin-up barbell-deadlift overhead-press goblet-squat',
    wants: 'farmer-carry | barbell-deadlift, barbell-deadlift < farmer-carry',
  },
  {
    format: 'sets',
    part: 'cool-down',
    movements: 'lying-twist standing-quad knee-to-chest doorway-chest',
    wants: 'lying-twist ~ knee-to-chest, standing-quad ~ doorway-chest',
  },
  {
    format: 'sets',
    movements: 'hip-thrust barbell-deadlift barbell-row dumbbell-bench-press',
    wants: 'barbell-deadlift | barbell-row',
  },
  { format: 'sets', movements: 'kickback one-leg-overhead-press band-row', wants: 'one-leg-overhead-press < kickback' },
];

/** And these only looked at afterwards. */
export const HELD_OUT_ORDERS: readonly OrderCase[] = [
  { format: 'sets', movements: 'concentration-curl one-arm-row dumbbell-bench-press', wants: 'one-arm-row < concentration-curl' },
  { format: 'sets', movements: 'front-raise incline-press seated-cable-row', wants: 'incline-press < front-raise' },
  { format: 'sets', movements: 'side-plank barbell-deadlift pulldown', wants: 'barbell-deadlift < side-plank' },
  {
    format: 'sets',
    movements: 'leg-press walking-lunge low-box-jump',
    wants: 'low-box-jump < leg-press, low-box-jump < walking-lunge',
  },
  {
    format: 'sets',
    movements: 'barbell-bench-press full-push-up barbell-row pull-up',
    wants: 'barbell-bench-press | full-push-up, barbell-row | pull-up',
  },
  {
    format: 'circuit',
    movements: 'two-hand-swing dumbbell-romanian-deadlift full-push-up suspension-row goblet-squat',
    wants: 'two-hand-swing | dumbbell-romanian-deadlift',
  },
  {
    format: 'circuit',
    movements: 'full-push-up hand-plank bear-crawl goblet-squat suspension-row jumping-jack',
    wants: 'full-push-up | bear-crawl, hand-plank | bear-crawl',
  },
  {
    format: 'circuit',
    movements: 'step-up side-plank bent-over-row glute-bridge overhead-press short-curl-up',
    wants: 'side-plank ~ glute-bridge, short-curl-up ~ glute-bridge',
  },
  {
    format: 'sets',
    movements: 'paused-calf-raise barbell-front-squat chin-up',
    wants: 'barbell-front-squat < paused-calf-raise',
  },
  { format: 'sets', movements: 'lying-extension chair-dip bent-over-row', wants: 'chair-dip < lying-extension' },
  { format: 'sets', movements: 'rear-shoulder-raise pull-up goblet-squat', wants: 'pull-up < rear-shoulder-raise' },
  {
    format: 'sets',
    movements: 'dead-hang barbell-deadlift farmer-carry goblet-squat overhead-press',
    wants: 'barbell-deadlift < dead-hang, barbell-deadlift < farmer-carry',
  },
  {
    format: 'sets',
    part: 'cool-down',
    movements: 'step-calf figure-four half-kneeling-hip-flexor both-knees-to-chest standing-quad',
    wants: 'figure-four ~ both-knees-to-chest, step-calf ~ standing-quad',
  },
  {
    format: 'sets',
    part: 'warm-up',
    movements: 'cat-cow hip-circles thread-the-needle arm-circles',
    wants: 'cat-cow ~ thread-the-needle, hip-circles ~ arm-circles',
  },
  {
    format: 'sets',
    movements: 'barbell-overhead-press barbell-bench-press barbell-row barbell-back-squat',
    wants: 'barbell-overhead-press | barbell-bench-press',
  },
  {
    format: 'sets',
    movements: 'hanging-knee-raise goblet-squat pull-up dumbbell-bench-press',
    wants: 'pull-up < hanging-knee-raise, hanging-knee-raise | pull-up',
  },
  { format: 'sets', movements: 'wide-curl barbell-bench-press pulldown', wants: 'pulldown < wide-curl' },
  {
    format: 'sets',
    movements: 'overhead-extension barbell-overhead-press chest-supported-row',
    wants: 'barbell-overhead-press < overhead-extension',
  },
  { format: 'sets', movements: 'dead-bug sumo-deadlift dumbbell-bench-press', wants: 'sumo-deadlift < dead-bug' },
  { format: 'sets', movements: 'reverse-crunch barbell-front-squat pulldown', wants: 'barbell-front-squat < reverse-crunch' },
  { format: 'sets', movements: 'goblet-squat lateral-lunge skater', wants: 'skater < goblet-squat' },
  {
    format: 'sets',
    movements: 'glute-bridge clamshell barbell-back-squat',
    wants: 'barbell-back-squat < glute-bridge, glute-bridge ~ clamshell',
  },
  {
    format: 'sets',
    movements: 'incline-press close-neutral-press one-arm-row pull-up',
    wants: 'incline-press | close-neutral-press',
  },
  {
    format: 'sets',
    movements: 'rear-shoulder-raise face-pull bent-over-row goblet-squat',
    wants: 'bent-over-row < rear-shoulder-raise',
  },
  { format: 'sets', movements: 'fly dumbbell-bench-press band-row', wants: 'dumbbell-bench-press < fly' },
  {
    format: 'sets',
    movements: 'kettlebell-clean goblet-squat full-push-up barbell-row',
    wants: 'kettlebell-clean < barbell-row',
  },
  {
    format: 'circuit',
    movements: 'bodyweight-squat step-up full-push-up bench-push-up band-row',
    wants: 'bodyweight-squat | step-up, full-push-up | bench-push-up',
  },
  {
    format: 'circuit',
    movements: 'floor-climbers plank-shoulder-taps full-push-up bodyweight-squat band-row reverse-lunge',
    wants: 'plank-shoulder-taps | full-push-up',
  },
  {
    format: 'circuit',
    movements: 'suitcase-carry farmer-carry two-hand-swing full-push-up goblet-squat',
    wants: 'farmer-carry | suitcase-carry',
  },
  { format: 'circuit', movements: 'burpee jumping-jack floor-press dead-bug bent-over-row', wants: 'burpee | jumping-jack' },
  {
    format: 'circuit',
    movements: 'glute-bridge side-plank bodyweight-squat overhead-press bird-dog band-row',
    wants: 'glute-bridge ~ side-plank, bodyweight-squat | glute-bridge',
  },
  { format: 'sets', part: 'cool-down', movements: 'childs-pose doorway-chest pigeon lat-stretch', wants: 'lat-stretch ~ pigeon' },
  {
    format: 'sets',
    part: 'cool-down',
    movements: 'seated-inner-thigh standing-quad lying-hamstring-strap step-calf',
    wants: 'standing-quad ~ step-calf',
  },
  {
    format: 'sets',
    part: 'warm-up',
    movements: 'leg-swings inchworm hip-switch wall-slide open-book',
    wants: 'hip-switch ~ open-book',
  },
];
