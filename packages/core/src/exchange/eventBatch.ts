import { ArrayMaxSize, ArrayMinSize, IsArray, IsObject } from 'class-validator';
import { EVENT_BATCH_MAX } from '../session/eventTypes.ts';

/** Events on their way to the server. Each is checked by itself, so that one bad one doesn't hold up the rest. */
export class EventBatch {
  @IsArray() @ArrayMinSize(1) @ArrayMaxSize(EVENT_BATCH_MAX) @IsObject({ each: true }) events!: object[];
}
