import { numberText } from '@waxwing/core/movement';
import { MEASURES, firstAgainstLatest } from '@waxwing/core/client';
import type { ClientSummary, Measurement } from '@waxwing/core/api';
import { Link } from 'react-router';
import { shortDay } from '../../shared/dates.ts';

/** The first test against the latest, and the body measures that are followed. */
export function Measured({ client, measurements }: { client: ClientSummary; measurements: readonly Measurement[] }) {
  const found = firstAgainstLatest(measurements);
  const missing = MEASURES.filter(({ id }) => client.follows?.includes(id) && !found.some(({ measure }) => measure.id === id));
  return (
    <section aria-label="First test and latest">
      <h2 className="text-xl">First test and latest</h2>
      {found.length === 0 && <p className="text-quiet">Nothing measured yet.</p>}
      <table className="w-full text-left">
        <tbody>
          {found.map(({ measure, side, first, latest, change, isBetter }) => (
            <tr key={`${measure.id}${side ?? ''}`} className="border-base-300 border-t align-baseline">
              <th scope="row" className="py-1.5 pr-2 font-normal">
                {measure.name}
                {side && `, ${side}`}
                <div className="text-quiet text-sm">
                  {shortDay(first.localDate)}
                  {latest && ` to ${shortDay(latest.localDate)}`}
                </div>
              </th>
              <td className="figures py-1.5 text-right">
                {numberText(first.value)}
                {latest && ` → ${numberText(latest.value)}`} {measure.unit}
                {change !== null && (
                  <div className={isBetter ? 'text-success text-sm font-bold' : 'text-quiet text-sm'}>
                    {change > 0 && '+'}
                    {numberText(change)}
                    {isBetter !== null && (isBetter ? ', better' : ', less')}
                  </div>
                )}
              </td>
            </tr>
          ))}
        </tbody>
      </table>
      {missing.length > 0 && (
        <p className="text-quiet mt-1">Not measured yet: {missing.map(({ name }) => name.toLowerCase()).join(', ')}.</p>
      )}
      <Link to={`/clients/${client.clientId}/tests`} className="btn mt-2 min-h-11">
        Test and measure
      </Link>
    </section>
  );
}
