import type { Session as Answer, Person } from '@douane/api';
import { useQuery, useQueryClient } from '@tanstack/react-query';
import { createContext, type ReactNode, useContext } from 'react';
import { call, keepToken } from './client';

interface Session {
  person: Person | null;
  signIn(email: string, password: string): Promise<void>;
  signOut(): Promise<void>;
}

const SessionContext = createContext<Session | null>(null);

/** Who is signed in. Throws outside of its provider. */
export function useSession(): Session {
  const session = useContext(SessionContext);
  if (!session) throw new Error('useSession is used outside of SessionProvider');
  return session;
}

export function SessionProvider({ children }: { children: ReactNode }) {
  const client = useQueryClient();
  const take = (answer: Answer) => {
    keepToken(answer.csrf);
    return answer;
  };
  const { data, error } = useQuery({
    queryKey: ['session'],
    queryFn: () => call<Answer>('GET', '/session').then(take),
    staleTime: Number.POSITIVE_INFINITY,
  });
  if (error) return <p className="p-6">{error.message}. Load the page again to retry.</p>;
  if (!data) return null;
  const session: Session = {
    person: data.person,
    async signIn(email, password) {
      const answer = await call<Answer>('POST', '/session', { email, password }).then(take);
      client.setQueryData(['session'], answer);
    },
    async signOut() {
      await call('DELETE', '/session');
      client.clear();
      location.assign('/');
    },
  };
  return <SessionContext value={session}>{children}</SessionContext>;
}
