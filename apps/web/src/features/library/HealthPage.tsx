import { useQuery } from '@tanstack/react-query';
import type { MovementLook } from '@waxwing/core/api';
import type { LibraryProblem } from '@waxwing/core/ladder';
import type { Looks } from '@waxwing/core/progress';
import { Link } from 'react-router';
import { localDate } from '../../shared/dates.ts';
import { LibraryNav } from '../../shared/LibraryNav.tsx';
import { Page } from '../../shared/page.tsx';
import { useCueTrials, useLibrary, useLooks, type IndexedLibrary } from '../../shared/queries.ts';
import { SortButtons, useSorting } from '../../shared/sorting.tsx';
import { Empty, Failed, Loading } from '../../shared/states.tsx';
import type { HealthAnswer, HealthQuestion } from './healthMessages.ts';

/** In a worker: thousands of texts are compared with each other. */
function examine(question: HealthQuestion): Promise<HealthAnswer> {
  return new Promise((resolve, reject) => {
    const worker = new Worker(new URL('./health.worker.ts', import.meta.url), { type: 'module' });
    worker.onmessage = ({ data }: MessageEvent<HealthAnswer>) => {
      resolve(data);
      worker.terminate();
    };
    worker.onerror = () => {
      reject(new Error('The examination broke off'));
      worker.terminate();
    };
    worker.postMessage(question);
  });
}

export default function HealthPage() {
  const { library, data, error, refetch } = useLibrary();
  const trials = useCueTrials();
  const looks = useLooks();
  const health = useQuery({
    queryKey: ['health', data?.version, trials.dataUpdatedAt, looks.dataUpdatedAt],
    queryFn: () =>
      examine({
        documents: data!.revisions.map(({ document }) => document),
        vocabulary: data!.vocabulary,
        trials: trials.data!,
        looks: looksOf(looks.data!),
      }),
    enabled: data !== undefined && trials.data !== undefined && looks.data !== undefined,
    staleTime: Infinity,
  });
  const failed = error ?? trials.error ?? looks.error ?? health.error;
  const again = () => void Promise.all([refetch(), trials.refetch(), looks.refetch()]);
  return (
    <Page
      title="Library health"
      aside={
        <>
          {health.data && <span className="text-quiet text-lg">{summaryOf(health.data)}</span>}
          <LibraryNav />
        </>
      }
    >
      {failed && <Failed what="the library" error={failed} onRetry={again} />}
      {!health.data && !failed && <Loading what="what there is to mend" />}
      {health.data && library && <Findings findings={health.data} library={library} />}
    </Page>
  );
}

/** By the days of this device. */
function looksOf(looks: readonly MovementLook[]): Looks {
  const days = (at: (look: MovementLook) => string | null) =>
    new Map(
      looks.flatMap((look) => {
        const when = at(look);
        return when === null ? [] : [[look.movementId, localDate(new Date(when))] as const];
      }),
    );
  return { today: localDate(), lookedOverOn: days(({ lookedAt }) => lookedAt), changedOn: days(({ changedAt }) => changedAt) };
}

function summaryOf(findings: HealthAnswer): string {
  const errors = findings.filter(({ severity }) => severity === 'error').length;
  return `${errors === 0 ? 'no error' : `${errors} to mend`}, ${findings.length - errors} to look at`;
}

const HEADINGS = { error: 'To mend', hint: 'To look at' } as const;

function Findings({ findings, library }: { findings: HealthAnswer; library: IndexedLibrary }) {
  const sorting = useSorting<LibraryProblem>([
    { id: 'movement', name: 'movement', compare: (a, b) => whatOf(a, library).localeCompare(whatOf(b, library)) },
    { id: 'finding', name: 'what was found', compare: (a, b) => a.message.localeCompare(b.message) },
  ]);
  if (findings.length === 0) {
    return (
      <Empty title="Nothing to mend">
        <p>Every fault has a way out, every cue can be called, and no two movements say the same.</p>
      </Empty>
    );
  }
  return (
    <>
      {findings.length > 1 && <SortButtons sorting={sorting} />}
      {(['error', 'hint'] as const).map((severity) => {
        const list = sorting.sorted(findings.filter((each) => each.severity === severity));
        if (list.length === 0) return null;
        return (
          <section key={severity} aria-label={HEADINGS[severity]} className="mb-8">
            <h2 className="text-2xl">
              {HEADINGS[severity]} <span className="text-quiet figures text-lg font-normal">{list.length}</span>
            </h2>
            <ul className="border-base-300 mt-2 border-t">
              {list.map((finding) => (
                <li key={`${finding.movementId} ${finding.path} ${finding.message}`} className="border-base-300 border-b">
                  <Finding finding={finding} library={library} />
                </li>
              ))}
            </ul>
          </section>
        );
      })}
    </>
  );
}

function whatOf({ movementId }: LibraryProblem, library: IndexedLibrary): string {
  return movementId ? library.nameOf(movementId) : 'Vocabulary';
}

function Finding({ finding, library }: { finding: LibraryProblem; library: IndexedLibrary }) {
  const { movementId, path, message } = finding;
  const body = (
    <>
      <span className="text-lg font-bold">{whatOf(finding, library)}</span>
      <span className="text-quiet">{placeOf(finding, library)}</span>
      <span>{message}</span>
    </>
  );
  const className = 'grid min-h-12 items-baseline gap-x-5 px-2 py-2 md:grid-cols-[16rem_12rem_1fr]';
  if (!movementId) return <div className={className}>{body}</div>;
  return (
    <Link to={addressOf(movementId, path, library)} className={`hover:bg-base-200 ${className}`}>
      {body}
    </Link>
  );
}

function faultAt(movementId: string, path: string, library: IndexedLibrary) {
  const at = /^faults\[(\d+)\]/.exec(path)?.[1];
  return at === undefined ? undefined : library.revision(movementId)?.document.faults[Number(at)];
}

/** Where on its page a finding is. */
function addressOf(movementId: string, path: string, library: IndexedLibrary): string {
  const fault = faultAt(movementId, path, library);
  return `/library/${movementId}${fault ? `?fault=${fault.id}#${fault.id}` : ''}`;
}

/** The place in a trainer's words. */
function placeOf({ movementId, path }: LibraryProblem, library: IndexedLibrary): string {
  if (!movementId) return path.split('.').slice(1).join(' ');
  const fault = faultAt(movementId, path, library);
  if (fault) return `fault: ${(fault.name ?? library.lexicon.faultTypes.get(fault.type)?.name ?? fault.type).toLowerCase()}`;
  const cue = /^cues\[(\d+)\]/.exec(path)?.[1];
  const said = cue === undefined ? undefined : library.revision(movementId)?.document.cues[Number(cue)];
  if (said) return `cue: “${said.text ?? library.lexicon.cues.get(said.shared ?? '')?.text ?? said.shared}”`;
  const word = path.split(/[.[]/)[0]!;
  return { harder: 'ladder', stancePoints: 'stances', figure: 'figure', name: 'name', otherNames: 'other names' }[word] ?? word;
}
