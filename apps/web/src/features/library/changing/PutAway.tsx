import { bridges } from '@waxwing/core/ladder';
import { withFields, type MovementDocument } from '@waxwing/core/movement';
import { Tick } from '../../../shared/Field.tsx';
import { AddByTyping } from './AddByTyping.tsx';
import { Section } from './ChangingFacts.tsx';
import type { DraftMovement } from './draft.ts';
import { movementsFound, type Editor } from './editor.ts';

interface PutAwayProps {
  readonly document: MovementDocument;
  readonly neighbours: readonly DraftMovement[];
  readonly editor: Editor;
}

/** Out of search and of what can be started; never gone. */
export function PutAway({ document, neighbours, editor }: PutAwayProps) {
  const { library, hands } = editor;
  const { putAway } = document;
  const put = (next: MovementDocument['putAway']) => hands.change((before) => withFields(before, { putAway: next }));
  if (!putAway) {
    return (
      <Section title="No longer used?">
        <button type="button" className="btn min-h-11" onClick={() => put({})}>
          Put it away
        </button>
        <p className="text-quiet mt-1">Out of search, Start and ladders. The log keeps it, and it can be brought back.</p>
      </Section>
    );
  }
  const gaps = bridges(library.ladder, document.id);
  return (
    <Section title="Put away">
      <div className="flex flex-wrap items-center gap-x-3">
        <span className="text-quiet">instead of it</span>
        {putAway.instead && <b>{library.nameOf(putAway.instead)}</b>}
        <AddByTyping
          text={putAway.instead ? 'another' : 'a movement'}
          label="What is done instead of it"
          placeholder="a movement"
          find={(typed) => movementsFound(library, typed, [document.id])}
          onTake={(instead) => put({ instead })}
        />
        <button type="button" className="btn min-h-11" onClick={() => put(undefined)}>
          Bring it back
        </button>
      </div>
      {gaps.length > 0 && (
        <fieldset className="mt-2">
          <legend>Its ladder has a gap then. Steps that close it:</legend>
          {gaps.map(({ from, step }) => {
            const revision = library.revision(from);
            if (!revision) return null;
            const now = neighbours.find(({ base }) => base.document.id === from)?.document ?? revision.document;
            const isThere = now.harder.some(({ to }) => to === step.to);
            return (
              <Tick
                key={`${from} ${step.to}`}
                checked={isThere}
                onChange={() =>
                  hands.changeNeighbour(revision, (before) => ({
                    ...before,
                    harder: isThere ? before.harder.filter(({ to }) => to !== step.to) : [...before.harder, step],
                  }))
                }
              >
                {library.nameOf(from)} to {library.nameOf(step.to)}
              </Tick>
            );
          })}
        </fieldset>
      )}
    </Section>
  );
}
