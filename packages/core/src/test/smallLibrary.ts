import type { MovementRevision } from '../movement/library.ts';
import type { MovementDocument, MovementFault } from '../movement/movementDocument.ts';
import type { Vocabulary } from '../movement/vocabulary.ts';
import type { ClientBrief, SessionBrief } from '../session/brief.ts';
import { EMPTY_BOOK } from '../coaching/cueTally.ts';

/** A library small enough to reckon with by hand. */
export const SMALL_VOCABULARY: Vocabulary = {
  families: [{ id: 'squat', name: 'Squat' }],
  muscles: [{ id: 'quads', name: 'Front thigh', region: 'knees' }],
  kit: [{ id: 'kettlebell', name: 'one kettlebell' }],
  cautions: [{ id: 'low-back', name: 'Low back', regions: ['trunk'], general: 'Keep the shape of the back.' }],
  levers: [
    { id: 'range', name: 'range', ease: 'Stop a hand higher' },
    { id: 'tempo', name: 'tempo', ease: 'Three seconds down' },
    { id: 'load', name: 'load', ease: 'Next lighter load' },
    { id: 'support', name: 'support', ease: 'Hold on with one hand' },
    { id: 'set-up', name: 'set-up', ease: 'Set up again' },
  ],
  stances: [
    {
      id: 'knee-travel',
      name: 'Knee travel',
      positions: [
        { id: 'may-pass', name: 'May pass' },
        { id: 'behind-toes', name: 'Behind the toes' },
      ],
      default: 'may-pass',
      reason: 'Tracking matters more than distance.',
      does: 'Chooses the cues on knee travel.',
    },
  ],
  faultTypes: [
    { id: 'heels-lift', name: 'Heels lift', region: 'feet', causes: ['mobility:ankle'] },
    { id: 'knees-in', name: 'Knee drops in', region: 'knees', causes: ['not-understood'] },
    { id: 'trunk-tips', name: 'Trunk tips forward', region: 'trunk', causes: ['load'] },
    { id: 'head-juts', name: 'Head juts forward', region: 'head', causes: ['not-understood'] },
  ],
  cues: [{ id: 'spread-the-floor', text: 'Spread the floor apart', kind: 'external', for: ['knees-in'] }],
};

export const KNEES_IN: MovementFault = {
  id: 'knees-in',
  type: 'knees-in',
  seen: 'A kneecap points inside the big toe.',
  views: ['front'],
  phase: 'lift',
  oneSided: true,
  severity: 'risk',
  causes: ['not-understood', 'strength:glutes'],
  corrections: [
    { kind: 'cue', cue: 'spread-the-floor' },
    { kind: 'set-up', text: 'Two fingers wider' },
  ],
  regressTo: 'waxwing:easy',
};

const FAULTS: MovementFault[] = [
  KNEES_IN,
  {
    id: 'heels-lift',
    type: 'heels-lift',
    seen: 'Light shows under the heels.',
    views: ['side'],
    phase: 'lower',
    severity: 'performance',
    causes: ['mobility:ankle'],
    clears: ['knees-in'],
    corrections: [{ kind: 'cue', cue: 'own' }],
  },
  {
    id: 'trunk-tips',
    type: 'trunk-tips',
    seen: 'The chest drops to the thighs.',
    views: ['side'],
    phase: 'lower',
    severity: 'performance',
    causes: ['load'],
    corrections: [{ kind: 'cue', cue: 'third' }],
  },
  {
    id: 'head-juts',
    type: 'head-juts',
    seen: 'The chin leads on the way.',
    views: ['side'],
    phase: 'lower',
    severity: 'polish',
    causes: ['not-understood'],
    corrections: [{ kind: 'cue', cue: 'third' }],
  },
];

/** A movement with every field filled; `part` lays over it. */
export function movementDocument(part: Partial<MovementDocument> & { id: string }): MovementDocument {
  return {
    name: part.id,
    otherNames: [],
    family: 'squat',
    pattern: 'squat',
    position: 'standing',
    laterality: 'both',
    rhythm: 'rep',
    planes: ['sagittal'],
    muscles: [{ muscle: 'quads', role: 'prime-mover', share: 0.8 }],
    kit: { needed: [], optional: [] },
    footprint: { widthM: 1, depthM: 1 },
    impact: 'none',
    skill: 1,
    trains: 'Bending the knees on purpose.',
    setUp: ['Stand with the feet under the hips.'],
    phases: [
      { phase: 'set-up', does: 'Stand tall.' },
      { phase: 'lower', does: 'Go down.' },
    ],
    range: { stops: 'At the bottom.', why: 'The back says so.' },
    dose: { kind: 'reps', low: 8, high: 12 },
    sets: 3,
    restSeconds: 60,
    cues: [
      { shared: 'spread-the-floor' },
      { id: 'own', text: 'Heavy heels', kind: 'internal', for: ['heels-lift'] },
      { id: 'third', text: 'Tall as a mast', kind: 'analogy', for: ['trunk-tips', 'head-juts', 'knees-in'] },
    ],
    faults: FAULTS,
    checkpoints: [],
    harder: [],
    eases: [{ lever: 'range', text: 'Stop at the box' }],
    cautions: [],
    ...part,
  };
}

const FIRST_SHOW = { sets: 2, reps: 12, reserve: 2 };

/** easy → middle → loaded, the last with a kettlebell and closed to a low-back caution. */
export function smallMovements(): MovementDocument[] {
  const easyFaults = FAULTS.map((fault) => (fault.regressTo ? { ...fault, regressTo: 'waxwing:middle' } : fault));
  return [
    movementDocument({
      id: 'waxwing:easy',
      name: 'Easy squat',
      faults: easyFaults,
      harder: [{ to: 'waxwing:middle', levers: ['support', 'range'], shownFirst: FIRST_SHOW }],
    }),
    movementDocument({
      id: 'waxwing:middle',
      name: 'Middle squat',
      harder: [{ to: 'waxwing:loaded', levers: ['load'], shownFirst: FIRST_SHOW }],
    }),
    movementDocument({
      id: 'waxwing:loaded',
      name: 'Loaded squat',
      kit: { needed: ['kettlebell'], optional: [] },
      cautions: [{ caution: 'low-back', limit: 'Not loaded yet.', closed: true }],
    }),
  ];
}

export function revisionOf(document: MovementDocument): MovementRevision {
  return { revisionId: `00000000-0000-4000-8000-${document.id.length.toString().padStart(12, '0')}`, number: 1, document };
}

export const LANE = '0190a000-0000-7000-8000-00000000000a';
export const CLIENT = '0190a000-0000-7000-8000-00000000000c';
export const SESSION = '0190a000-0000-7000-8000-0000000000ff';

/** A brief of the small library for one client with the middle squat on the list. */
export function smallBrief(client: Partial<ClientBrief> = {}, movementId = 'waxwing:middle'): SessionBrief {
  const revisions = smallMovements().map(revisionOf);
  const revision = revisions.find((each) => each.document.id === movementId)!;
  return {
    sessionId: SESSION,
    localDate: '2026-03-02',
    zone: 'Etc/UTC',
    vocabulary: SMALL_VOCABULARY,
    revisions,
    kit: ['kettlebell'],
    clients: [
      {
        clientId: CLIENT,
        laneId: LANE,
        name: 'Ilse Varga-Holm',
        cautions: [],
        stances: {},
        book: EMPTY_BOOK,
        faultRates: {},
        history: {},
        due: [],
        items: [
          {
            itemId: '0190a000-0000-7000-8000-000000000001',
            movementId,
            revisionId: revision.revisionId,
            sets: 2,
            dose: revision.document.dose,
            target: 10,
            load: { kind: 'bodyweight' },
            restSeconds: 60,
          },
        ],
        ...client,
      },
    ],
  };
}
