import {
  BLOCK_TIMES_MOST,
  FORMATS,
  PARTS,
  ROUNDS_MOST,
  SECONDS_LEAST,
  SECONDS_MOST,
  formatOf,
  withBlock,
  withFormat,
  type Format,
  type FormatKind,
  type Part,
  type PlanBlock,
  type PlanEdit,
} from '@waxwing/core/planning';
import { Field, Pick, Tick } from '../../shared/Field.tsx';
import { PART_NAMES } from './planWords.ts';
import { Whole } from './Whole.tsx';

const FORMAT_NAMES: Readonly<Record<FormatKind, string>> = {
  sets: 'Straight sets: all sets of one, then the next',
  rounds: 'Rounds: a set of each, again and again (pair, circuit)',
  intervals: 'Intervals: work and rest on the clock',
  amrap: 'As many rounds as fit into a time',
  emom: 'A start every so many seconds',
  'build-up': 'Build-up: one, another, then both joined',
};

interface FormatEditorProps {
  readonly block: PlanBlock;
  readonly onEdit: (edit: PlanEdit, did: string) => void;
}

/** What a block is there for, how its movements follow each other, and how long. */
export function FormatEditor({ block, onEdit }: FormatEditorProps) {
  const { blockId, format } = block;
  const change = (next: Partial<PlanBlock>, did: string) =>
    onEdit(
      withBlock(blockId, (before) => ({ ...before, ...next })),
      did,
    );
  return (
    <div className="border-accent my-3 grid gap-3 border-l-4 pl-4">
      <div className="grid gap-3 md:grid-cols-[10rem_1fr_12rem]">
        <Pick
          label="Part of the hour"
          options={PARTS.map((part) => ({ value: part, text: PART_NAMES[part] }))}
          value={block.part}
          onChange={({ target }) => change({ part: target.value as Part }, 'another part of the hour')}
        />
        <Pick
          label="How they follow each other"
          options={FORMATS.map((kind) => ({ value: kind, text: FORMAT_NAMES[kind] }))}
          value={format.kind}
          onChange={({ target }) => onEdit(withFormat(blockId, formatOf(target.value as FormatKind, format)), 'another format')}
        />
        <Field
          label="Name, if it has one"
          maxLength={60}
          value={block.name ?? ''}
          onChange={({ target }) => change({ name: target.value || undefined }, 'a name')}
        />
      </div>
      <div className="flex flex-wrap items-end gap-3">
        <Numbers format={format} onChange={(next, did) => onEdit(withFormat(blockId, next), did)} />
        <Whole
          label="All of it, times"
          value={block.times ?? 1}
          least={1}
          most={BLOCK_TIMES_MOST}
          onChange={(times) => change({ times: times === 1 ? undefined : times }, 'how often')}
        />
      </div>
      <div className="flex flex-wrap gap-x-6">
        <Tick
          checked={block.walkThrough ?? false}
          onChange={({ target }) => change({ walkThrough: target.checked || undefined }, 'showing all stations first')}
        >
          Show all stations before it begins
        </Tick>
        <Tick
          checked={block.spread ?? false}
          onChange={({ target }) => change({ spread: target.checked || undefined }, 'where they begin')}
        >
          They begin at different stations
        </Tick>
      </div>
    </div>
  );
}

interface NumbersProps {
  readonly format: Format;
  readonly onChange: (format: Format, did: string) => void;
}

function Numbers({ format, onChange }: NumbersProps) {
  const rounds = 'rounds' in format && (
    <Whole
      label={format.kind === 'emom' ? 'Starts' : 'Rounds'}
      value={format.rounds}
      least={1}
      most={ROUNDS_MOST}
      onChange={(value) => value && onChange({ ...format, rounds: value }, `${value} rounds`)}
    />
  );
  const seconds = (label: string, value: number, change: (value: number) => Format, least = 0) => (
    <Whole
      key={label}
      label={label}
      value={value}
      least={least}
      most={SECONDS_MOST}
      wide="w-32"
      onChange={(next) => next !== undefined && onChange(change(next), `${label.toLowerCase()} ${next} s`)}
    />
  );
  switch (format.kind) {
    case 'sets':
    case 'build-up':
      return null;
    case 'rounds':
      return (
        <>
          {rounds}
          {seconds('Rest after a round, s', format.restSeconds, (restSeconds) => ({ ...format, restSeconds }))}
          {seconds('Between two, s', format.betweenSeconds ?? 0, (betweenSeconds) => ({ ...format, betweenSeconds }))}
        </>
      );
    case 'amrap':
      return seconds('Time, s', format.seconds, (all) => ({ ...format, seconds: all }), SECONDS_LEAST);
    case 'emom':
      return (
        <>
          {seconds('Every, s', format.everySeconds, (everySeconds) => ({ ...format, everySeconds }), SECONDS_LEAST)}
          {rounds}
        </>
      );
    case 'intervals':
      return (
        <>
          {seconds('Work, s', format.workSeconds, (workSeconds) => ({ ...format, workSeconds }), SECONDS_LEAST)}
          {seconds('Change and rest, s', format.restSeconds, (restSeconds) => ({ ...format, restSeconds }))}
          {rounds}
          {seconds('More after a round, s', format.roundRestSeconds ?? 0, (more) => ({
            ...format,
            roundRestSeconds: more || undefined,
          }))}
          <Pick
            label="Order"
            wide="w-56"
            options={[
              { value: 'by-round', text: 'all stations, then again' },
              { value: 'by-station', text: 'all rounds of one station' },
            ]}
            value={format.order}
            onChange={({ target }) => onChange({ ...format, order: target.value as 'by-round' | 'by-station' }, 'another order')}
          />
          <Pick
            label="All out"
            wide="w-48"
            options={[
              { value: '', text: 'none' },
              { value: 'end', text: 'once at the end' },
              { value: 'each-round', text: 'after each round' },
            ]}
            value={format.allOut?.when ?? ''}
            onChange={({ target }) => {
              const when = target.value as '' | 'end' | 'each-round';
              onChange({ ...format, allOut: when ? { seconds: format.allOut?.seconds ?? 60, when } : undefined }, 'all out');
            }}
          />
          {format.allOut &&
            seconds(
              'All out for, s',
              format.allOut.seconds,
              (all) => ({ ...format, allOut: { ...format.allOut!, seconds: all } }),
              SECONDS_LEAST,
            )}
        </>
      );
  }
}
