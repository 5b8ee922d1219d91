import { FirstSchema1764000000000 } from './1764000000000-FirstSchema.ts';
import { StanceChoices1764100000000 } from './1764100000000-StanceChoices.ts';
import { ClientsAndKit1764200000000 } from './1764200000000-ClientsAndKit.ts';
import { StoredMeansStored1764300000000 } from './1764300000000-StoredMeansStored.ts';
import { SegmentsOfSets1764400000000 } from './1764400000000-SegmentsOfSets.ts';
import { LibraryNumbers1764500000000 } from './1764500000000-LibraryNumbers.ts';
import { TypedOnFloor1764600000000 } from './1764600000000-TypedOnFloor.ts';
import { WordsOneByOne1764700000000 } from './1764700000000-WordsOneByOne.ts';
import { LibraryKeepers1764800000000 } from './1764800000000-LibraryKeepers.ts';
import { LookedOver1764900000000 } from './1764900000000-LookedOver.ts';
import { StarterNews1765000000000 } from './1765000000000-StarterNews.ts';
import { DiaryAndPlans1765100000000 } from './1765100000000-DiaryAndPlans.ts';
import { DecidedInstead1765200000000 } from './1765200000000-DecidedInstead.ts';
import { Boards1765300000000 } from './1765300000000-Boards.ts';
import { ClientPictures1765400000000 } from './1765400000000-ClientPictures.ts';
import { OpenSessions1765500000000 } from './1765500000000-OpenSessions.ts';
import { BestSets1765600000000 } from './1765600000000-BestSets.ts';
import { GuestsNamed1765700000000 } from './1765700000000-GuestsNamed.ts';

/** In order. A released migration is never edited. */
export const MIGRATIONS = [
  FirstSchema1764000000000,
  StanceChoices1764100000000,
  ClientsAndKit1764200000000,
  StoredMeansStored1764300000000,
  SegmentsOfSets1764400000000,
  LibraryNumbers1764500000000,
  TypedOnFloor1764600000000,
  WordsOneByOne1764700000000,
  LibraryKeepers1764800000000,
  LookedOver1764900000000,
  StarterNews1765000000000,
  DiaryAndPlans1765100000000,
  DecidedInstead1765200000000,
  Boards1765300000000,
  ClientPictures1765400000000,
  OpenSessions1765500000000,
  BestSets1765600000000,
  GuestsNamed1765700000000,
];
