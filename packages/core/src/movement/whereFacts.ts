import { IsBoolean, IsIn, IsInt, Matches, Max, Min } from 'class-validator';
import { Maybe } from '../checks/parts.ts';
import {
  IMPACTS,
  PATTERNS,
  POSITIONS,
  RHYTHMS,
  SLUG_PATTERN,
  type Impact,
  type Pattern,
  type Position,
  type Rhythm,
} from './terms.ts';

/** Facts that something holds, or doesn't hold, for: all that are given have to be so. */
export class WhereFacts {
  @Maybe() @Matches(SLUG_PATTERN) family?: string;
  @Maybe() @IsIn(PATTERNS) pattern?: Pattern;
  @Maybe() @IsIn(POSITIONS) position?: Position;
  @Maybe() @IsBoolean() joined?: boolean;
  @Maybe() @IsBoolean() loaded?: boolean;
  @Maybe() @IsIn(IMPACTS) impact?: Impact;
  @Maybe() @IsIn(RHYTHMS) rhythm?: Rhythm;
  @Maybe() @IsBoolean() handsFixed?: boolean;
  @Maybe() @IsBoolean() handsFlat?: boolean;
  /** At least so much. */
  @Maybe() @IsInt() @Min(1) @Max(170) kneeBendDeg?: number;
}
