import type { LibraryContent, MovementDocument, Word, WordList } from '@waxwing/core/movement';
import { Column, Entity, ForeignKey, Index, PrimaryColumn } from 'typeorm';
import { TrainerEntity } from '../accounts/account.entities.ts';
import { StudioEntity } from '../accounts/studio.entity.ts';

/** The identity of a movement in a studio. What it says is in its revisions. */
@Entity('movements')
@Index('movements_changed', ['studioId', 'changedIn'])
export class MovementEntity {
  @PrimaryColumn('text') @ForeignKey(() => StudioEntity) studioId!: string;
  /** `origin:slug`. */
  @PrimaryColumn('text') id!: string;
  @Column('text') name!: string;
  @Column('text') family!: string;
  @Column('text') currentRevisionId!: string;
  /** The studio's library number since which it says this. */
  @Column('integer', { default: 1 }) changedIn!: number;
}

/** Immutable: a trigger refuses updates. */
@Entity('movement_revisions')
@Index('movement_revisions_number', ['studioId', 'movementId', 'number'], { unique: true })
export class MovementRevisionEntity {
  @PrimaryColumn('text') id!: string;
  @Column('text') @ForeignKey(() => StudioEntity) studioId!: string;
  @Column('text') movementId!: string;
  @Column('integer') number!: number;
  @Column('simple-json') document!: MovementDocument;
  @Column('text') author!: string;
  @Column('text') createdAt!: string;
}

/** Who last read a movement through, and when. */
@Entity('movement_looks')
export class MovementLookEntity {
  @PrimaryColumn('text') @ForeignKey(() => StudioEntity) studioId!: string;
  @PrimaryColumn('text') movementId!: string;
  @Column('text') @ForeignKey(() => TrainerEntity) trainerId!: string;
  @Column('text') at!: string;
}

/** A starter library that studios took: what later ones are compared with. */
@Entity('starter_releases')
export class StarterReleaseEntity {
  /** By what its files say. */
  @PrimaryColumn('text') id!: string;
  @Column('simple-json') content!: LibraryContent;
  @Column('text') takenAt!: string;
}

/** A movement that a later starter library says otherwise, and that the studio has changed, too. */
@Entity('starter_news')
export class StarterNewsEntity {
  @PrimaryColumn('text') @ForeignKey(() => StudioEntity) studioId!: string;
  @PrimaryColumn('text') movementId!: string;
  /** As the studio took it. */
  @Column('simple-json') base!: MovementDocument;
  /** As the starter says it now. */
  @Column('simple-json') document!: MovementDocument;
}

/** A studio's words at a time: those of its number and before. Immutable, so that a session can pin it. */
@Entity('vocabulary_revisions')
@Index('vocabulary_revisions_number', ['studioId', 'number'], { unique: true })
export class VocabularyRevisionEntity {
  @PrimaryColumn('text') id!: string;
  @Column('text') @ForeignKey(() => StudioEntity) studioId!: string;
  @Column('integer') number!: number;
  @Column('text') author!: string;
  @Column('text') createdAt!: string;
  /** The studio's library number since which it holds. */
  @Column('integer', { default: 1 }) changedIn!: number;
}

/** A word as it is since a number of the library. Immutable: a trigger refuses updates. */
@Entity('word_revisions')
@Index('word_revisions_changed', ['studioId', 'changedIn'])
export class WordRevisionEntity {
  @PrimaryColumn('text') @ForeignKey(() => StudioEntity) studioId!: string;
  @PrimaryColumn('text') list!: WordList;
  /** `wordKey` of it. */
  @PrimaryColumn('text') wordId!: string;
  @PrimaryColumn('integer') changedIn!: number;
  /** Empty: it is gone. */
  @Column('simple-json', { nullable: true }) document!: Word | null;
}
