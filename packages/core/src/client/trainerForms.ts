import { IsIn, IsOptional, IsString, IsUUID, Length, Matches } from 'class-validator';

export const TRAINER_ROLES = ['owner', 'trainer'] as const;
export type TrainerRole = (typeof TRAINER_ROLES)[number];

const PASSWORD = { message: 'password must have at least ten characters' };

export class NewTrainer {
  @IsString() @Length(2, 80) name!: string;
  @Matches(/^[a-z0-9][a-z0-9._-]{1,39}$/i, { message: 'login must be 2 to 40 letters, digits, dots or dashes' }) login!: string;
  @IsString() @Length(10, 200, PASSWORD) password!: string;
  @IsIn(TRAINER_ROLES) role!: TrainerRole;
}

/** Who leaves: their clients go to somebody who stays. */
export class SeeOut {
  @IsOptional() @IsUUID() clientsTo?: string;
}

export class NewPassword {
  @IsString() @Length(1, 200) current!: string;
  @IsString() @Length(10, 200, { message: 'next must have at least ten characters' }) next!: string;
}
