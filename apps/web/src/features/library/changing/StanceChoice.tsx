import type { Lexicon, StanceTag } from '@waxwing/core/movement';
import { Choice } from '../../../shared/Choice.tsx';

interface StanceChoiceProps {
  readonly label: string;
  readonly lexicon: Lexicon;
  readonly value: StanceTag | undefined;
  readonly onChange: (stance: StanceTag | undefined) => void;
}

const valueOf = ({ point, position }: StanceTag) => `${point}=${position}`;

/** With which position of a contested point something holds; without one, with any. */
export function StanceChoice({ label, lexicon, value, onChange }: StanceChoiceProps) {
  return (
    <Choice
      isQuiet
      label={label}
      none="whatever one holds"
      value={value ? valueOf(value) : null}
      options={[...lexicon.stances.values()].flatMap(({ id, name, positions }) =>
        positions.map((position) => ({
          value: valueOf({ point: id, position: position.id }),
          text: `${name}: ${position.name}`,
        })),
      )}
      onChoose={(chosen) => {
        const [point, position] = chosen.split('=');
        onChange(point && position ? { point, position } : undefined);
      }}
    />
  );
}
