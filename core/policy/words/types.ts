import type { Right } from '../../regimes/types';
import type { Basis, DataUse, Safeguard } from '../answers';
import type { PolicyKindId } from '../kinds/ids';

/** What a policy says by itself in one language. */
export interface PolicyWords {
  /** What is proposed as answers; one that nobody changed is told in every language. */
  proposed: Record<'log' | 'logFor' | 'logInterest' | 'identifiers' | 'asked' | 'asListed', string>;
  titles: Record<PolicyKindId, string>;
  intro: Partial<Record<PolicyKindId, (site: string, who: string) => string>>;
  controller: string;
  imprint: string;
  representative: string;
  officer: string;
  representedBy: string;
  register: string;
  vat: string;
  uses: string;
  use: {
    source: Record<Exclude<DataUse['source'], 'others'>, string> & { others(from: string): string };
    what(what: string): string;
    basis: Record<Basis, string>;
    interest(interest: string): string;
    balance(balance: string): string;
    retention(time: string): string;
  };
  /** Beside a tick box of a form. */
  form: { agree(who: string, what: string, why: string): string };
  stored: string;
  storedWhere: string;
  recipients: string;
  recipientsNone: string;
  others: string;
  roles: Record<'processor' | 'controller' | 'joint', string>;
  transfers: string;
  transfersNone: string;
  transfer: Record<Safeguard | 'unsaid', (name: string, country: string) => string>;
  rights: string;
  rightsHow: { page(url: string): string; mail(email: string): string; unsaid: string };
  right: Record<Right, string>;
  /** Where laws go that go for more than one country, by the law's id. */
  lawsOf: Record<'eu' | 'us' | 'world', string>;
  rightsUnder(place: string): string;
  answerDays(days: number): string;
  complaint: string;
  complaintTo(name: string): string;
  children: string;
  childrenNot(age: number): string;
  childrenFor(age: number): string;
  automated: string;
  automatedNone: string;
  automatedUsed: string;
  sale: string;
  saleNone: string;
  saleSells: string;
  saleShares: string;
  saleSignal: string;
  incentives: string;
  contact: string;
  changes: string;
  /** Heading and text of each. */
  terms: Record<'scope' | 'use' | 'liability' | 'law', readonly [string, string]>;
  /** By what one understands what people wrote in it: sources of regular expressions. */
  reads: {
    units: Record<TimeUnit, string>;
    /** A sentence that denies that data leaves the Economic Area. */
    denies: string;
    /** What stands in brackets where something is to be filled in. */
    gap: string;
  };
}
export type TimeUnit = 'hour' | 'day' | 'week' | 'month' | 'year';
