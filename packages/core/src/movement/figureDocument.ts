import {
  ArrayMaxSize,
  IsArray,
  IsBoolean,
  IsIn,
  IsNumber,
  IsString,
  Length,
  Matches,
  Max,
  Min,
  ValidateBy,
} from 'class-validator';
import { Each, Maybe, One } from '../checks/parts.ts';
import type { FigureKey, JointAngles } from './figureKey.ts';
import {
  HAND_PLACES,
  HELD_THINGS,
  PHASES,
  POSITIONS,
  SIDES,
  SLUG_PATTERN,
  type HandPlace,
  type HeldThing,
  type Phase,
  type Position,
  type Side,
} from './terms.ts';

export type { FigureKey, JointAngles } from './figureKey.ts';

/** `knee.flexion`, or `knee.left.flexion` for one side. Which there are, and their limits, is known to `figure/joints`. */
const JOINT_PATTERN = /^[a-z]+(\.(left|right))?\.[a-z]+$/;
/** `feet`, `hand.left`, `hands on wall`. Which there are is known to `figure/contacts`. */
const CONTACT_PATTERN = /^[a-z]+(\.(left|right))?( on [a-z]+)?$/;
/** `knee.left`, `ear`. Which there are is known to `figure/landmarks`. */
export const LANDMARK_PATTERN = /^[a-zA-Z]+(\.(left|right))?$/;

function angleProblem(joint: string, value: unknown): string | null {
  if (!JOINT_PATTERN.test(joint)) return `${joint} is not a joint`;
  if (typeof value !== 'number' || !Number.isFinite(value) || Math.abs(value) > 200)
    return `${joint} must be an angle in degrees`;
  return null;
}

function isRecord(value: unknown): value is Record<string, unknown> {
  return typeof value === 'object' && value !== null && !Array.isArray(value);
}

function anglesProblem(value: unknown): string | null {
  if (!isRecord(value)) return 'must be a list of joints with their angles';
  const entries = Object.entries(value);
  if (entries.length > 40) return 'has more than 40 joints';
  return entries.map(([joint, angle]) => angleProblem(joint, angle)).find((problem) => problem !== null) ?? null;
}

function keysProblem(value: unknown): string | null {
  if (!isRecord(value)) return 'must be a list of phases';
  for (const [phase, key] of Object.entries(value)) {
    if (!(PHASES as readonly string[]).includes(phase)) return `${phase} is not a phase`;
    if (!isRecord(key)) return `${phase} must be a list of joints with their angles`;
    const { contacts, hands, airCm, forwardCm, ...angles } = key;
    if (airCm !== undefined && !(typeof airCm === 'number' && airCm >= 0 && airCm <= 120)) {
      return `${phase}.airCm must be 0 to 120 centimetres`;
    }
    if (airCm !== undefined && !(Array.isArray(contacts) && contacts.length === 0)) {
      return `${phase}: in the air nothing touches; say contacts: []`;
    }
    if (forwardCm !== undefined && !(typeof forwardCm === 'number' && Math.abs(forwardCm) <= 150)) {
      return `${phase}.forwardCm must be -150 to 150 centimetres`;
    }
    if (contacts !== undefined && !isContactList(contacts)) return `${phase}.contacts must name contacts such as foot.left`;
    if (hands !== undefined && !(HAND_PLACES as readonly unknown[]).includes(hands)) {
      return `${phase}.hands must be one of ${HAND_PLACES.join(', ')}`;
    }
    const problem = anglesProblem(angles);
    if (problem) return `${phase}: ${problem}`;
  }
  return null;
}

function isContactList(value: unknown): boolean {
  return (
    Array.isArray(value) && value.length <= 12 && value.every((each) => typeof each === 'string' && CONTACT_PATTERN.test(each))
  );
}

function IsAnglesOrKeys(name: string, problemOf: (value: unknown) => string | null): PropertyDecorator {
  return ValidateBy({
    name,
    validator: {
      validate: (value) => problemOf(value) === null,
      defaultMessage: (args) => problemOf(args?.value) ?? '',
    },
  });
}

/** A thing of the room at a height of its own. */
export class FigureThing {
  @Matches(/^[a-z]+$/) thing!: string;
  @IsNumber() @Min(0) @Max(3) heightM!: number;
}

/** What the hands hold. A weight counts in the balance. */
export class FigureHold {
  @IsIn(HELD_THINGS) thing!: HeldThing;
  @IsNumber() @Min(0) @Max(300) kg!: number;
  /** A single thing in this hand; between both when not given. */
  @Maybe() @IsIn(SIDES) hand?: Side;
}

/** The one freedom that brings the centre of mass over the base, and where in the base: 0 rear, 1 front. */
export class FigureBalance {
  @Matches(JOINT_PATTERN) by!: string;
  @Maybe() @IsNumber() @Min(0) @Max(1) at?: number;
}

/** A pose that many movements begin from. */
export class BasePose {
  @Matches(SLUG_PATTERN) id!: string;
  /** How it is said: “standing, feet hip-wide”. */
  @IsString() @Length(2, 80) words!: string;
  @IsIn(POSITIONS) position!: Position;
  @IsAnglesOrKeys('isJointAngles', anglesProblem) angles!: JointAngles;
  @IsArray() @ArrayMaxSize(12) @Matches(CONTACT_PATTERN, { each: true }) contacts!: string[];
  @Maybe() @IsIn(HAND_PLACES) hands?: HandPlace;
}

/** A landmark that a fault brings somewhere else, in centimetres. Out is away from the middle, or to the fault's side. */
export class FaultMove {
  @Matches(LANDMARK_PATTERN) landmark!: string;
  @Maybe() @IsNumber() @Min(-40) @Max(40) outCm?: number;
  @Maybe() @IsNumber() @Min(-40) @Max(40) forwardCm?: number;
  @Maybe() @IsNumber() @Min(-40) @Max(40) upCm?: number;
}

/** What a loosened foot comes to rest on. */
const LOOSENED_ONTO = ['toes', 'rolled', 'nothing'] as const;

/** How a fault changes a good pose. Angles are added at the fault's phase; contacts are met again afterwards. */
export class FaultChange {
  @IsAnglesOrKeys('isJointAngles', anglesProblem) angles!: JointAngles;
  @Maybe() @IsArray() @ArrayMaxSize(6) @Each(() => FaultMove) moves?: FaultMove[];
  /** What comes off. */
  @Maybe() @IsArray() @ArrayMaxSize(6) @Matches(CONTACT_PATTERN, { each: true }) loosens?: string[];
  /** A foot that is loosened stays on its toes unless said otherwise. */
  @Maybe() @IsIn(LOOSENED_ONTO) onto?: (typeof LOOSENED_ONTO)[number];
  /** Where the hands are instead. */
  @Maybe() @IsIn(HAND_PLACES) hands?: HandPlace;
  /** The share of the way that is still gone, for what is cut short. */
  @Maybe() @IsNumber() @Min(0) @Max(1) range?: number;
  /** The share of the usual time that the way into the phase takes. */
  @Maybe() @IsNumber() @Min(0.1) @Max(3) time?: number;
  @Maybe() @IsBoolean() flushed?: boolean;
  /** The landmark to look at. */
  @Maybe() @Matches(LANDMARK_PATTERN) mark?: string;
}

/** How a movement's figure is posed: a base, what touches, and the joint angles that differ at its phases. */
export class FigureDocument {
  @Matches(SLUG_PATTERN) base!: string;
  @Maybe() @IsArray() @ArrayMaxSize(12) @Matches(CONTACT_PATTERN, { each: true }) contacts?: string[];
  @Maybe() @IsIn(HAND_PLACES) hands?: HandPlace;
  @Maybe() @One(() => FigureBalance) balance?: FigureBalance;
  @Maybe() @One(() => FigureHold) hold?: FigureHold;
  @Maybe() @IsArray() @ArrayMaxSize(4) @Each(() => FigureThing) things?: FigureThing[];
  /** The phase at which everything is put in its place; the set-up when not given. */
  @Maybe() @IsIn(PHASES) anchor?: Phase;
  @IsAnglesOrKeys('isFigureKeys', keysProblem) keys!: Partial<Record<Phase, FigureKey>>;
}
