import { IsBoolean, IsIn, IsString, Length, Matches } from 'class-validator';
import { IsId } from '../checks/id.ts';
import { IsZone } from '../checks/day.ts';
import { Maybe, Trimmed } from '../checks/parts.ts';

export const TRAINER_ROLES = ['owner', 'trainer'] as const;
export type TrainerRole = (typeof TRAINER_ROLES)[number];

const PASSWORD = { message: 'password must have at least ten characters' };

const LOGIN = /^[a-z0-9][a-z0-9._-]{1,39}$/i;
const LOGIN_WORDS = { message: 'login must be 2 to 40 letters, digits, dots or dashes' };

export class NewTrainer {
  @Trimmed() @IsString() @Length(2, 80) name!: string;
  @Matches(LOGIN, LOGIN_WORDS) login!: string;
  @IsString() @Length(10, 200, PASSWORD) password!: string;
  @IsIn(TRAINER_ROLES) role!: TrainerRole;
}

/** Who leaves: their clients go to somebody who stays. */
export class SeeOut {
  @Maybe() @IsId() clientsTo?: string;
}

/** Whether somebody beside the owner may change the library. */
export class KeepsLibrary {
  @IsBoolean() keepsLibrary!: boolean;
}

/** A password that the owner sets for a colleague who forgot theirs. */
export class PasswordForColleague {
  @IsString() @Length(10, 200, PASSWORD) password!: string;
}

/** Who opens a new studio, with the code that its server printed. */
export class FirstOwner {
  @Trimmed() @IsString() @Length(1, 40) code!: string;
  @Trimmed() @IsString() @Length(2, 80) studioName!: string;
  @IsZone() zone!: string;
  @Trimmed() @IsString() @Length(2, 80) name!: string;
  @Matches(LOGIN, LOGIN_WORDS) login!: string;
  @IsString() @Length(10, 200, PASSWORD) password!: string;
}

export class NewPassword {
  @IsString() @Length(1, 200) current!: string;
  @IsString() @Length(10, 200, { message: 'next must have at least ten characters' }) next!: string;
}
