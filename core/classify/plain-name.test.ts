import { expect, it } from 'vitest';
import { isPlainName } from './plain-name';

it.each(['last_visit', '__user_id', 'visitor_id*', 'sessionId', 'CSRF-TOKEN', '_s', 'i00', 'userUUID_2'])(
  '%s is nobody’s name',
  (name) => expect(isPlainName(name)).toBe(true),
);

it.each(['oddgull_session', 'og_uid', 'parcelmoonUserId', 'ab.storage.userId.*', 'persist:user', 'JSESSIONID'])(
  '%s says whose it is',
  (name) => expect(isPlainName(name)).toBe(false),
);
