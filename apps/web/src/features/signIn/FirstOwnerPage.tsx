import { useMutation } from '@tanstack/react-query';
import type { Me } from '@waxwing/core/api';
import { useState, type ComponentProps } from 'react';
import { api, LONG_ANSWER_MS, RequestRefused } from '../../shared/api.ts';
import { localZone } from '../../shared/dates.ts';
import { Field } from '../../shared/Field.tsx';
import { Mark } from '../../shared/Mark.tsx';
import { useTitle } from '../../shared/page.tsx';

type Form = Readonly<Record<'code' | 'studioName' | 'zone' | 'name' | 'login' | 'password', string>>;

/** A server without a studio: whoever can read what it printed opens one and is its owner. */
export function FirstOwnerPage({ onSignedIn }: { onSignedIn: (me: Me) => void }) {
  useTitle('Open a studio');
  const [form, setForm] = useState<Form>({ code: '', studioName: '', zone: localZone(), name: '', login: '', password: '' });
  const open = useMutation({
    mutationFn: async () => {
      await api.post('first-owner', form, LONG_ANSWER_MS);
      return api.post<Me>('sign-in', { login: form.login, password: form.password });
    },
    onSuccess: onSignedIn,
  });
  const problems = open.error instanceof RequestRefused ? open.error.problems : [];
  const field = (name: keyof Form, label: string, rest: Partial<ComponentProps<typeof Field>> = {}) => (
    <Field
      label={label}
      value={form[name]}
      problem={problems.find(({ path }) => path === name)?.message}
      autoCapitalize="none"
      onChange={(event) => setForm({ ...form, [name]: event.target.value })}
      {...rest}
    />
  );
  return (
    <main className="mx-auto max-w-lg px-5 py-10">
      <Mark size={56} />
      <h1 className="mt-3 text-4xl">Open your studio</h1>
      <p className="text-quiet mt-1 mb-5 text-lg">
        There is none on this server yet. It printed a code when it was started, on its screen or in its log.
      </p>
      <form
        className="grid gap-4"
        noValidate
        onSubmit={(event) => {
          event.preventDefault();
          open.mutate();
        }}
      >
        {field('code', 'The code', { autoComplete: 'off', autoCapitalize: 'characters', className: 'figures' })}
        {field('studioName', 'What your studio is called', { autoCapitalize: 'words' })}
        {field('zone', 'Its time zone')}
        {field('name', 'Your name', { autoCapitalize: 'words', autoComplete: 'name' })}
        {field('login', 'You sign in as', { autoComplete: 'username' })}
        {field('password', 'Your password', {
          type: 'password',
          autoComplete: 'new-password',
          hint: 'Ten characters or more.',
        })}
        {open.error && problems.length === 0 && <p role="alert">{open.error.message}</p>}
        <button type="submit" className="btn btn-primary min-h-14 text-lg" disabled={open.isPending}>
          {open.isPending ? 'Opening it, and taking in the library …' : 'Open it'}
        </button>
      </form>
    </main>
  );
}
