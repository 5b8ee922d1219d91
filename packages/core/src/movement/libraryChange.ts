import { IsId } from '../checks/id.ts';
import { One } from '../checks/parts.ts';
import { MovementDocument } from './movementDocument.ts';

/** What a movement is to say from now on, and the revision from which that was made. */
export class MovementSave {
  @IsId() baseRevisionId!: string;
  @One(() => MovementDocument) document!: MovementDocument;
}
