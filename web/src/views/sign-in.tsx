import { useForm } from 'react-hook-form';
import { useSession } from '../api/session';
import { Button, Trouble } from '../ui/parts';
import { Wordmark } from '../ui/wordmark';

export function SignIn() {
  const { signIn } = useSession();
  const { register, handleSubmit, setError, formState } = useForm({ defaultValues: { email: '', password: '' } });
  const submit = handleSubmit(({ email, password }) =>
    signIn(email, password).catch((error) => setError('root', { message: error.text ?? error.message })),
  );
  return (
    <main className="grid min-h-screen place-items-center bg-head px-4">
      <form onSubmit={submit} noValidate className="w-full max-w-[340px] bg-sheet px-7 py-8">
        <Wordmark className="mb-6 text-ink" />
        <h1 className="mb-4">Sign in</h1>
        <label htmlFor="email" className="block font-semibold">
          E-mail address
        </label>
        <input id="email" type="email" autoComplete="username" className="mt-1 mb-3 w-full" {...register('email')} />
        <label htmlFor="password" className="block font-semibold">
          Password
        </label>
        <input
          id="password"
          type="password"
          autoComplete="current-password"
          className="mt-1 mb-4 w-full"
          {...register('password')}
        />
        <Trouble error={formState.errors.root} />
        <Button kind="act" type="submit" disabled={formState.isSubmitting} className="w-full justify-center">
          Sign in
        </Button>
      </form>
    </main>
  );
}
