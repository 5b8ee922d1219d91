import { IsBoolean, Matches } from 'class-validator';

/** So many digits open a board. */
export const BOARD_CODE_DIGITS = 6;

/** A board on another device: with first names, or none. */
export class BoardForm {
  @IsBoolean() hasNames!: boolean;
}

/** What is typed on the device that shows it. */
export class BoardCode {
  @Matches(/^\d{6}$/, { message: 'type the six digits' }) code!: string;
}
