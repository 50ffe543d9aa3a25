import { ITEM_KINDS } from '@douane/core/observe';

/**
 * What hooks tell of: things stored and removed again, images, whose script the protocol forgets, and reads that tell
 * devices apart.
 */
export const REPORTED = [...ITEM_KINDS.filter((kind) => kind !== 'request'), 'removed', 'image', 'read'] as const;

/** What the hooks in the page report. The page can forge it, so it is read as hostile text. */
export interface HookReport {
  what: (typeof REPORTED)[number];
  /** Cookie line as written, key or name of what was stored, kind and name of what was removed, address of an image, what was read. */
  text: string;
  /** What was stored under a key, cut short. */
  value?: string;
  host: string;
  /** Milliseconds since 1970. */
  at: number;
  stack: string;
}

/**
 * Runs in every frame before the page's own scripts: reports writes of cookies and storage with the script that wrote
 * them. Stands by itself: it uses only its argument. A cookie that the browser refused or that was being deleted is not
 * in `document.cookie` afterwards and is not reported.
 */
export function installHooks(bindingName: string): void {
  const send = (globalThis as unknown as Record<string, (text: string) => void>)[bindingName];
  if (!send) return;
  const { timeOrigin } = performance;
  const now = performance.now.bind(performance);
  const stringify = JSON.stringify;
  const stackNow = () => {
    const limit = Error.stackTraceLimit;
    Error.stackTraceLimit = 12;
    const { stack = '' } = new Error();
    Error.stackTraceLimit = limit;
    return stack;
  };
  const report = (what: string, text: string, value?: string, stack = stackNow()) => {
    send(stringify({ what, text: text.slice(0, 5000), value, host: location.hostname, at: timeOrigin + now(), stack }));
  };

  const cookie = Object.getOwnPropertyDescriptor(Document.prototype, 'cookie');
  if (cookie?.get && cookie.set) {
    const { get, set } = cookie;
    const later = setTimeout;
    const kept = (doc: Document, line: string) => `; ${get.call(doc)}`.includes(`; ${line.split('=')[0]!.trim()}=`);
    // Asking the browser what it kept takes a millisecond; a page that writes thousands is asked once for all.
    let asked = 0;
    let waiting: { line: string; stack: string }[] = [];
    const tellWaiting = (doc: Document) => {
      const there = new Set(
        get
          .call(doc)
          .split('; ')
          .map((pair: string) => pair.split('=')[0]),
      );
      for (const { line, stack } of waiting) {
        if (there.has(line.split('=')[0]!.trim())) report('cookie', line, undefined, stack);
      }
      waiting = [];
    };
    Object.defineProperty(Document.prototype, 'cookie', {
      ...cookie,
      set(this: Document, line: string) {
        set.call(this, line);
        asked += 1;
        if (asked <= 300) {
          if (kept(this, String(line))) report('cookie', String(line));
          else report('removed', `cookie ${String(line).split('=')[0]!.trim()}`, undefined, '');
          return;
        }
        if (waiting.length === 0) later(() => tellWaiting(this));
        if (waiting.length < 20_000) waiting.push({ line: String(line), stack: stackNow() });
      },
    });
  }
  // Written to the same jar, but asynchronously and in parts; told as the line that would have set it.
  const store = (globalThis as { CookieStore?: { prototype: { set: (...args: unknown[]) => Promise<void> } } })
    .CookieStore;
  if (store) {
    const { set } = store.prototype;
    store.prototype.set = function (this: unknown, ...args: unknown[]) {
      const done = set.apply(this, args);
      const given = (args.length > 1 ? { name: args[0], value: args[1] } : (args[0] ?? {})) as Record<string, unknown>;
      const parts = [`${given.name}=${given.value}`, 'Secure', `SameSite=${given.sameSite ?? 'strict'}`];
      if (given.domain) parts.push(`Domain=${given.domain}`);
      if (given.expires) parts.push(`Expires=${new Date(Number(given.expires)).toUTCString()}`);
      done.then(
        () => report('cookie', parts.join('; ')),
        () => {}, // refused, so nothing was stored
      );
      return done;
    };
  }

  // Missing where the page is no secure context.
  const wrap = (owner: object | undefined, method: string, what: string) => {
    if (!owner) return;
    const methods = owner as Record<string, (...args: unknown[]) => unknown>;
    const own = methods[method];
    if (!own) return;
    methods[method] = function (this: unknown, ...args: unknown[]) {
      report(what, String(args[0]));
      return own.apply(this, args);
    };
  };
  wrap(globalThis.IDBFactory?.prototype, 'open', 'indexed-db');
  wrap(globalThis.CacheStorage?.prototype, 'open', 'cache-storage');
  wrap(globalThis.ServiceWorkerContainer?.prototype, 'register', 'service-worker');

  // The browser fetches an image a moment after its address is set and has then forgotten which script did it.
  const src = Object.getOwnPropertyDescriptor(HTMLImageElement.prototype, 'src');
  if (src?.set) {
    const { set } = src;
    Object.defineProperty(HTMLImageElement.prototype, 'src', {
      ...src,
      set(this: HTMLImageElement, address: string) {
        set.call(this, address);
        if (/^https?:/.test(this.src)) report('image', this.src);
      },
    });
  }
  const setItem = Storage.prototype.setItem;
  Storage.prototype.setItem = function (key: string, value: string) {
    setItem.call(this, key, value);
    report(
      this === window.localStorage ? 'local-storage' : 'session-storage',
      String(key),
      String(value).slice(0, 500),
    );
  };

  const removeItem = Storage.prototype.removeItem;
  Storage.prototype.removeItem = function (key: string) {
    removeItem.call(this, key);
    report('removed', `${this === window.localStorage ? 'local-storage' : 'session-storage'} ${key}`, undefined, '');
  };

  // Reads that tell devices apart. Each is told a few times only: some scripts read in a loop.
  const told: Record<string, number> = {};
  const read = (what: string) => {
    told[what] = (told[what] ?? 0) + 1;
    if (told[what] <= 5) report('read', what);
  };
  const watch = (
    owner: object | undefined,
    method: string,
    what: string,
    when?: (self: never, args: unknown[]) => boolean,
  ) => {
    const own = owner && Object.getOwnPropertyDescriptor(owner, method)?.value;
    if (typeof own !== 'function') return;
    (owner as Record<string, unknown>)[method] = function (this: never, ...args: unknown[]) {
      if (!when || when(this, args)) read(what);
      return own.apply(this, args);
    };
  };
  // A canvas of a few points is an icon or a colour, not a portrait of the device.
  const large = ({ width, height }: { width: number; height: number }) => width * height >= 256;
  watch(HTMLCanvasElement.prototype, 'toDataURL', 'canvas', large);
  watch(HTMLCanvasElement.prototype, 'toBlob', 'canvas', large);
  const drawn = (self: { canvas: HTMLCanvasElement }) => large(self.canvas);
  watch(CanvasRenderingContext2D.prototype, 'getImageData', 'canvas', drawn);
  const fonts = new Set<string>();
  watch(
    CanvasRenderingContext2D.prototype,
    'measureText',
    'fonts',
    (self: { font: string }) => fonts.add(self.font).size > 20,
  );
  watch(globalThis.OfflineAudioContext?.prototype, 'startRendering', 'audio');
  const unmasked = [0x9245, 0x9246];
  const asksCard = (_: never, args: unknown[]) => unmasked.includes(Number(args[0]));
  watch(globalThis.WebGLRenderingContext?.prototype, 'getParameter', 'graphics-card', asksCard);
  watch(globalThis.WebGL2RenderingContext?.prototype, 'getParameter', 'graphics-card', asksCard);
  watch(globalThis.MediaDevices?.prototype, 'enumerateDevices', 'enumerateDevices');
  const facts = ['hardwareConcurrency', 'deviceMemory', 'plugins', 'mimeTypes', 'maxTouchPoints', 'connection'];
  for (const name of [...facts, 'webdriver']) {
    const own = Object.getOwnPropertyDescriptor(Navigator.prototype, name);
    if (!own?.get) continue;
    const { get } = own;
    Object.defineProperty(Navigator.prototype, name, {
      ...own,
      get(this: Navigator) {
        read(name);
        return get.call(this);
      },
    });
  }
}
