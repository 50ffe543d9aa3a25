import type { ToldListener } from '@douane/core/listeners';
import { commandsFor } from '@douane/core/listeners/commands';
import type { Douane, Told } from '../public';
import { channelTo } from './channels';

/**
 * Tells tags that manage themselves what is granted: before anything else of the page runs, again when it is known where
 * the visitor is, and whenever it changes after that. Gives back what they were told, which grows.
 *
 * @param purposes All of the site.
 */
export function tellTags(
  listeners: readonly ToldListener[],
  purposes: readonly string[],
  { granted, ready, on }: Pick<Douane, 'granted' | 'ready' | 'on'>,
): readonly Told[] {
  const told: Told[] = [];
  const all = listeners.map((listener) => ({ listener, put: channelTo(listener) }));
  const tell = (isFirst: boolean) => {
    const now = Object.fromEntries(purposes.map((id) => [id, granted(id)]));
    for (const { listener, put } of all) {
      const { id, at } = listener;
      // That more will be known in a moment can only be waited for, and where it is known already it comes at once.
      for (const command of commandsFor(listener, now, isFirst, true))
        put(command, () => told.push({ listener: id, at, command }));
    }
  };
  tell(true);
  void ready.then(() => {
    tell(false);
    on('release', () => tell(false));
  });
  return told;
}
