import { lastingFaults } from '@waxwing/core/coaching';
import { masteryOf } from '@waxwing/core/progress';
import {
  addBlock,
  addItem,
  coolDownFor,
  newBlock,
  newItem,
  warmUpFor,
  type Plan,
  type PlanEdit,
  type Proposed,
} from '@waxwing/core/planning';
import { useMemo } from 'react';
import { v4 as uuid } from 'uuid';
import type { IndexedLibrary } from '../../shared/queries.ts';
import type { KnownForPlan } from './knownForPlan.ts';

interface PrepareProps {
  readonly plan: Plan;
  readonly known: KnownForPlan;
  readonly library: IndexedLibrary;
  readonly onEdit: (edit: PlanEdit, did: string) => void;
}

const CALLS_EACH = 1;

/** A warm-up and a close that match what is planned, each movement with its reason. */
export function Prepare({ plan, known, library, onEdit }: PrepareProps) {
  const question = useMemo(() => {
    const documentOf = (id: string) => library.revision(id)?.document;
    const people = plan.lanes.flatMap(({ laneId }) => {
      const person = known.person(laneId);
      return person ? [{ laneId, person }] : [];
    });
    return {
      context: known.context,
      ladder: library.ladder,
      among: library.revisions.map(({ document }) => document),
      markOf: (laneId: string, movementId: string) => {
        const sets = known.person(laneId)?.practice[movementId];
        const document = documentOf(movementId);
        return sets && document ? masteryOf(document, sets) : null;
      },
      calledFor: people.flatMap(({ laneId, person }) =>
        lastingFaults(person.lately.faults, person.lately.faultsBefore, documentOf, library.lexicon)
          .slice(0, CALLS_EACH)
          .flatMap(({ work, name, text, hasFallen }) => {
            const fallen = hasFallen === null ? '' : hasFallen ? '; less than before' : '; not less yet';
            return work.slice(0, 1).map((movementId) => ({ laneId, movementId, why: `${name}, ${text}${fallen}` }));
          }),
      ),
    };
  }, [plan.lanes, known, library]);
  const warmUp = useMemo(() => warmUpFor({ ...question, plan }), [question, plan]);
  const close = useMemo(() => coolDownFor({ ...question, plan }), [question, plan]);
  return (
    <>
      <Proposals name="A warm-up that matches" part="warm-up" {...{ plan, onEdit }} proposed={warmUp} />
      <Proposals name="A close that matches" part="cool-down" {...{ plan, onEdit }} proposed={close} />
    </>
  );
}

interface ProposalsProps {
  readonly name: string;
  readonly part: 'warm-up' | 'cool-down';
  readonly plan: Plan;
  readonly proposed: readonly Proposed[];
  readonly onEdit: (edit: PlanEdit, did: string) => void;
}

function Proposals({ name, part, plan, proposed, onEdit }: ProposalsProps) {
  const block = plan.blocks.find((each) => each.part === part);
  if (proposed.length === 0) return null;
  const words = part === 'warm-up' ? 'the warm-up' : 'the close';
  const take = (which: readonly Proposed[]) => {
    const ids = which.map(({ document }) => document.id);
    if (block) {
      const items = ids.map((id) => newItem(id, uuid));
      onEdit((now) => items.reduce((sofar, item) => addItem(block.blockId, item)(sofar), now), `added to ${words}`);
    } else {
      const made = newBlock(part, { kind: 'rounds', rounds: 1, restSeconds: 0 }, ids, uuid);
      onEdit(addBlock(made, part === 'warm-up' ? 0 : undefined), words);
    }
  };
  return (
    <section aria-label={name}>
      <h2 className="flex flex-wrap items-baseline gap-x-3 text-lg">
        {name}
        {!block && (
          <button type="button" className="link min-h-11 text-base font-normal" onClick={() => take(proposed)}>
            Take all
          </button>
        )}
      </h2>
      <ul>
        {proposed.map((each) => (
          <li key={each.document.id} className="border-base-300 border-b">
            <button
              type="button"
              className="hover:bg-base-200 min-h-11 w-full cursor-pointer px-1 py-1 text-left leading-tight"
              aria-label={`Add ${each.document.name} to ${words}`}
              onClick={() => take([each])}
            >
              {each.document.name}
              <span className="text-quiet block text-sm">{each.why}</span>
            </button>
          </li>
        ))}
      </ul>
    </section>
  );
}
