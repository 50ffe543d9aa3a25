import { createHash, X509Certificate } from 'node:crypto';
import { existsSync } from 'node:fs';
import { mkdir, mkdtemp, rm, writeFile } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import path from 'node:path';
import type { Browser } from 'playwright-core';
import { driver } from './driver';
import { type Resolve, startProxy } from './guard';
import { CannotRun } from './problems';
import { unprivilegedLaunch } from './unprivileged';

export interface BrowserOptions {
  /** Loopback and private addresses may be visited. */
  allowPrivate: boolean;
  resolve?: Resolve[];
  /** Certificates (PEM) of an authority of the site's own, or of its servers, that are trusted like those of the web. */
  trusted?: readonly string[];
}

export interface RunningBrowser {
  browser: Browser;
  version: string;
  close(): Promise<void>;
}

/**
 * The shell without windows first: the same engine for a third of the processor time. Debian's wrapper for the whole
 * browser adds flags of its own (`--disable-pings` among them), so the program behind it comes before it.
 */
const PLACES = [
  '/usr/lib/chromium/chromium-headless-shell',
  '/usr/lib/chromium/chromium',
  '/usr/bin/chromium',
  '/usr/bin/chromium-browser',
  '/usr/bin/google-chrome',
];

/** Given last on the command line, this list replaces the driver's own, so what it needs from that is here too. */
const DISABLED_FEATURES = [
  ...['IsolateOrigins', 'site-per-process'],
  // With these a navigation swaps the frame's host before its `pagehide` runs, and the protocol misses what is sent then.
  ...['RenderDocument', 'ProactivelySwapBrowsingInstance', 'BackForwardCache'],
  ...['HttpsUpgrades', 'HttpsFirstBalancedModeAutoEnable', 'OptimizationHints', 'NetworkTimeServiceQuerying'],
  ...['AvoidUnnecessaryBeforeUnloadCheckSync', 'DestroyProfileOnBrowserClose', 'MediaRouter', 'PaintHolding'],
];

/** By this Chromium knows a certificate whose errors do not count: SHA-256 of its public key, as of RFC 7469. */
function keyDigest(pem: string): string {
  const key = new X509Certificate(pem).publicKey.export({ type: 'spki', format: 'der' });
  return createHash('sha256').update(key).digest('base64');
}

/** The browser to start: `DOUANE_CHROMIUM`, else the first that is installed. Throws `CannotRun` where there is none. */
export function chromiumPath(): string {
  const own = process.env.DOUANE_CHROMIUM;
  if (own) {
    if (!existsSync(own)) throw new CannotRun(`DOUANE_CHROMIUM names ${own}, which is not there`);
    return own;
  }
  const found = PLACES.find((place) => existsSync(place));
  if (!found) throw new CannotRun('no Chromium found: install the package "chromium", or set DOUANE_CHROMIUM to one');
  return found;
}

/**
 * Starts one browser for many isolated contexts. Third-party cookies are allowed, as in a browser whose user left them
 * on: contexts inherit that from the profile's preferences, and a default context would silently refuse them. Site
 * isolation is off so that one protocol session, with one clock, sees every frame of a page; what keeps hostile pages in
 * is the sandbox around every renderer, and that none of it runs as root (`unprivileged.ts`).
 */
export async function launchBrowser({
  allowPrivate,
  resolve = [],
  trusted = [],
}: BrowserOptions): Promise<RunningBrowser> {
  const executablePath = chromiumPath();
  const profile = await mkdtemp(path.join(tmpdir(), 'douane-profile-'));
  await mkdir(path.join(profile, 'Default'), { recursive: true });
  const preferences = { profile: { cookie_controls_mode: 0 } };
  await writeFile(path.join(profile, 'Default/Preferences'), JSON.stringify(preferences));
  const guard = allowPrivate ? null : await startProxy({ allowPrivate });
  const rules = resolve.map(({ host, to }) => `MAP ${host} ${to}`).join(',');
  const person = await unprivilegedLaunch(executablePath, profile);
  const persistent = await driver().chromium.launchPersistentContext(profile, {
    executablePath: person.executablePath,
    chromiumSandbox: person.sandbox,
    headless: true,
    // Whoever runs us ends the browser in good order himself.
    handleSIGINT: false,
    handleSIGTERM: false,
    handleSIGHUP: false,
    ...(guard && { proxy: { server: guard.url, bypass: ['<-loopback>', ...resolve.map((r) => r.host)].join(',') } }),
    args: [
      '--disable-background-networking',
      '--disable-component-update',
      '--disable-sync',
      '--disable-quic',
      '--no-first-run',
      // Direct connections would pass by the proxy that refuses private addresses.
      '--force-webrtc-ip-handling-policy=disable_non_proxied_udp',
      '--disable-site-isolation-trials',
      // A page that eats memory ends its own tab, not the machine.
      '--js-flags=--max-old-space-size=1024',
      `--disable-features=${DISABLED_FEATURES.join(',')}`,
      ...(rules ? [`--host-resolver-rules=${rules}`] : []),
      ...(trusted.length > 0 ? [`--ignore-certificate-errors-spki-list=${trusted.map(keyDigest).join(',')}`] : []),
    ],
  });
  const browser = persistent.browser()!;
  return {
    browser,
    version: browser.version(),
    async close() {
      await persistent.close();
      await guard?.close();
      await rm(profile, { recursive: true, force: true, maxRetries: 5, retryDelay: 200 });
    },
  };
}
