import { IsString, Length } from 'class-validator';

/** What somebody types to sign in. */
export class SignInForm {
  @IsString() @Length(1, 80, { message: 'type your sign-in name' }) login!: string;
  @IsString() @Length(1, 200, { message: 'type your password' }) password!: string;
}
