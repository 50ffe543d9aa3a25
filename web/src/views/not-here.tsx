import { Link, useRouteError } from 'react-router';

export function NotHere() {
  const error = useRouteError() as Error | undefined;
  if (error) console.error(error);
  return (
    <main className="px-5 py-8">
      <h1>{error ? 'This screen could not be shown' : 'There is nothing at this address'}</h1>
      <p className="mt-2">
        <Link to="/">Go to the board</Link>
      </p>
    </main>
  );
}
