import type { SavedFilter } from '@douane/api';
import type { ServerContext } from '../context';
import { markAlarmSeen } from '../db/alarms.sql';
import { deleteFilter, saveFilter as keepFilter } from '../db/filters.sql';
import { deleteNote, insertNote, itemById, listNotes, type Note } from '../db/items.sql';
import { notFound } from '../problems';
import { type Actor, heldSite, perform } from './act';

type Tools = Pick<ServerContext, 'db'>;

/** Writes a note beside an item; gives back all that stand there. */
export function writeNote({ db }: Tools, actor: Actor, itemId: string, text: string): Promise<Note[]> {
  const { organisationId, personId } = actor;
  return perform(db, actor, 'write-note', async (tx) => {
    const item = await itemById(tx, organisationId, itemId);
    if (!item) throw notFound('item');
    await insertNote(tx, organisationId, item.id, personId, text);
    const { siteId } = item;
    return {
      result: await listNotes(tx, organisationId, item.id),
      siteId,
      facts: { itemId },
      tell: [{ siteId, what: 'items' }],
    };
  });
}

/** Only who wrote a note takes it away. */
export function removeNote({ db }: Tools, actor: Actor, noteId: string): Promise<void> {
  return perform(db, actor, 'remove-note', async (tx) => {
    if (!(await deleteNote(tx, actor.organisationId, noteId, actor.personId))) throw notFound('note of yours');
    return { result: undefined, siteId: null, facts: { noteId } };
  });
}

/** Marks an alarm as seen by the actor; the first who saw it stays named. 404: none of the organisation's. */
export function seeAlarm({ db }: Tools, actor: Actor, alarmId: string) {
  const { organisationId, personId } = actor;
  return perform(db, actor, 'see-alarm', async (tx) => {
    const alarm = await markAlarmSeen(tx, organisationId, alarmId, personId);
    if (!alarm) throw notFound('alarm');
    const { siteId } = alarm;
    return { result: alarm, siteId, facts: { alarmId }, tell: [{ siteId, what: 'alarms' }] };
  });
}

/** Keeps a filter of the list under a name; one of the same name is replaced. */
export function saveFilter({ db }: Tools, actor: Actor, siteId: string, { name, filter }: Omit<SavedFilter, 'id'>) {
  return perform(db, actor, 'save-filter', async (tx) => {
    await heldSite(tx, actor, siteId);
    return { result: await keepFilter(tx, actor.organisationId, siteId, name, filter), siteId, facts: { name } };
  });
}

/** Deletes a saved filter. 404: none of the organisation's. */
export function removeFilter({ db }: Tools, actor: Actor, filterId: string): Promise<void> {
  return perform(db, actor, 'remove-filter', async (tx) => {
    if (!(await deleteFilter(tx, actor.organisationId, filterId))) throw notFound('filter');
    return { result: undefined, siteId: null, facts: { filterId } };
  });
}
