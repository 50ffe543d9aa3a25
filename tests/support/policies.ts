import { expect } from 'vitest';
import type { Client } from './world';

/** Adds a policy of a kind to a site, and has its first version be live. */
export async function livePolicy(ines: Client, siteId: string, kind: string, agree: string): Promise<string> {
  const { id } = (await ines.call('POST', `/sites/${siteId}/policies`, { kind, name: kind })).body;
  await ines.call('PUT', `/sites/${siteId}/policies/${id}`, { name: kind, agree, places: [], history: false });
  await follow(ines, siteId, id, 1, true);
  return id;
}
/** Hands in what the draft says, and has it be live. */
export async function follow(
  ines: Client,
  siteId: string,
  id: string,
  revision: number,
  major: boolean,
): Promise<void> {
  const at = `/sites/${siteId}/policies/${id}/versions`;
  const { number } = (await ines.call('POST', at, { revision, note: '', major, reviewers: [], dueOn: null })).body;
  expect((await ines.call('PUT', `${at}/${number}/live`, { from: null })).status).toBe(204);
}
/** Adds words to the draft of a policy. */
export async function change(ines: Client, siteId: string, id: string, words: string, revision: number): Promise<void> {
  const { policies } = (await ines.call('GET', `/sites/${siteId}/policies`)).body;
  const { draft } = policies.find((one: { id: string }) => one.id === id);
  const blocks = [
    ...draft.blocks,
    { type: 'paragraph', attrs: { id: `h-${revision}` }, content: [{ type: 'text', text: words }] },
  ];
  await ines.call('PUT', `/sites/${siteId}/policies/${id}/draft`, { revision, draft: { ...draft, blocks } });
}
