import { useQuery } from '@tanstack/react-query';
import type { Me } from '@waxwing/core/api';
import { useState, type FormEvent } from 'react';
import { api, RequestRefused } from '../../shared/api.ts';
import { Mark } from '../../shared/Mark.tsx';
import { useTitle } from '../../shared/page.tsx';
import { FirstOwnerPage } from './FirstOwnerPage.tsx';

export function SignInPage({ onSignedIn }: { onSignedIn: (me: Me) => void }) {
  const first = useQuery({
    queryKey: ['first-owner'],
    queryFn: () => api.get<{ readonly needed: boolean }>('first-owner'),
    staleTime: Infinity,
  });
  return first.data?.needed ? <FirstOwnerPage onSignedIn={onSignedIn} /> : <SignInForm onSignedIn={onSignedIn} />;
}

function SignInForm({ onSignedIn }: { onSignedIn: (me: Me) => void }) {
  useTitle('Sign in');
  const [login, setLogin] = useState('');
  const [password, setPassword] = useState('');
  const [error, setError] = useState<unknown>(null);
  const [busy, setBusy] = useState(false);
  const problems = error instanceof RequestRefused ? error.problems : [];
  const problemAt = (field: string) => problems.find((problem) => problem.path === field)?.message;

  const submit = async (event: FormEvent) => {
    event.preventDefault();
    setBusy(true);
    setError(null);
    try {
      onSignedIn(await api.post<Me>('sign-in', { login, password }));
    } catch (failure) {
      setError(failure);
      setBusy(false);
    }
  };

  return (
    <main className="grid min-h-dvh place-items-center px-5">
      <form onSubmit={(event) => void submit(event)} className="w-full max-w-sm" noValidate>
        <Mark size={64} />
        <h1 className="mt-3 text-4xl">Waxwing</h1>
        <p className="text-quiet mt-1 mb-6 text-lg">What you know, found while they are still standing there.</p>
        <Field
          id="login"
          label="Sign-in name"
          value={login}
          onChange={setLogin}
          problem={problemAt('login')}
          autoComplete="username"
        />
        <Field
          id="password"
          label="Password"
          type="password"
          value={password}
          onChange={setPassword}
          problem={problemAt('password')}
          autoComplete="current-password"
        />
        {error !== null && problems.length === 0 && (
          <p role="alert" className="mb-3">
            {error instanceof Error ? error.message : 'That didn’t work.'}
          </p>
        )}
        <button type="submit" className="btn btn-primary min-h-14 w-full text-lg" disabled={busy}>
          {busy ? 'Signing in …' : 'Sign in'}
        </button>
      </form>
    </main>
  );
}

interface FieldProps {
  readonly id: string;
  readonly label: string;
  readonly value: string;
  readonly onChange: (value: string) => void;
  readonly problem: string | undefined;
  readonly type?: string;
  readonly autoComplete: string;
}

function Field({ id, label, value, onChange, problem, type = 'text', autoComplete }: FieldProps) {
  return (
    <div className="mb-4">
      <label htmlFor={id} className="mb-1 block font-bold">
        {label}
      </label>
      <input
        id={id}
        type={type}
        value={value}
        autoComplete={autoComplete}
        autoCapitalize="none"
        onChange={(event) => onChange(event.target.value)}
        aria-invalid={problem !== undefined}
        aria-describedby={problem ? `${id}-problem` : undefined}
        className="input bg-panel min-h-12 w-full text-lg"
      />
      {problem && (
        <p id={`${id}-problem`} role="alert" className="mt-1">
          {problem}
        </p>
      )}
    </div>
  );
}
