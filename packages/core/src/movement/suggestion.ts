import { IsBoolean, IsString, Length } from 'class-validator';
import { Maybe, One, Trimmed } from '../checks/parts.ts';
import { LibraryChange } from './libraryChange.ts';

/** `waiting` until somebody who keeps the library answers it, or whose it is takes it back. */
export type SuggestionStatus = 'waiting' | 'accepted' | 'declined';

/** What somebody would change in the library, who may not. */
export class NewSuggestion {
  @One(() => LibraryChange) change!: LibraryChange;
  /** Why. */
  @Maybe() @Trimmed() @IsString() @Length(1, 500) note?: string;
}

/** What is made of something that a later starter library says otherwise; absent: the studio’s own stays. */
export class NewsReply {
  @Maybe() @One(() => LibraryChange) change?: LibraryChange;
}

export class SuggestionReply {
  @IsBoolean() isAccepted!: boolean;
  /** Said to whose it is. */
  @Maybe() @Trimmed() @IsString() @Length(1, 500) answer?: string;
  /** What is saved of it, in their name. Absent: nothing; it was declined, or changed and saved before. */
  @Maybe() @One(() => LibraryChange) change?: LibraryChange;
}
