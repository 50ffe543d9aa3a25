/**
 * Starts an unknown kit as well as can be: calls what kits are usually started by, with an identifier and every option
 * by which a backend is usually named, then does what a page does with a kit. Runs in the page and stands by itself.
 */
export function startAnyKit(kit: unknown, key: string, host: string): void {
  const words = (text: string) => text.trim().split(/\s+/);
  const options: Record<string, unknown> = { siteId: 7, sampleRate: 1, sessionSampleRate: 100, debug: false };
  const keys = words(`
    key apiKey api_key apikey token accessToken writeKey projectKey project projectId clientId client_id
    clientID appId appID app_id applicationId application sdkKey environmentId clientSideID clientToken
    publicKey publishableKey siteKey sitekey tenantId websiteId trackingId measurementId instrumentationKey
    orgId organizationId accountId id workspaceId instanceKey authKey userKey license licenseKey
    projectToken ingestKey
  `);
  const hosts = words(`
    host url apiHost api_host apiUrl apiURL baseUrl baseURL endpoint serverUrl server serverURL dataPlaneUrl
    trackerUrl collectorUrl collector beacon beaconUrl eventsUrl authority issuer domain ingestUrl
    reportingUrl streamUrl baseApiUrl configUrl cdnUrl
  `);
  for (const name of keys) options[name] = key;
  for (const name of hosts) options[name] = host;
  Object.assign(options, {
    domain: new URL(host).host,
    connectionString: `InstrumentationKey=${key};IngestionEndpoint=${host}/`,
    dsn: `${host.replace('://', `://${key}@`)}/7`,
    redirect_uri: location.href,
    redirectUri: location.href,
    authorizationParams: { redirect_uri: location.href },
    auth: { clientId: key, authority: host },
    user: { id: 'visitor-1', key: 'visitor-1' },
    service: 'demo',
    serviceName: 'demo',
    app: { name: 'demo', version: '1' },
    container: '#kit',
    element: '#kit',
    target: '#kit',
    style: 'default',
  });
  const starts = words(`
    init initialize Init load setup configure start boot bootstrap create createClient createInstance
    getInstance newTracker register install initializeApp createStore inject loadScript createInspector
    initSDK render mount newInstance openDB instance
  `);
  const uses = words(`
    start ready waitForInitialization onReady enableAutoPageviews trackPageView trackPageview page pageview
    view screen identify setUserId track trackEvent event capture send logEvent sendEvent log
    captureException captureMessage notify noticeError error record startSessionReplayRecording startSession
    beginSession getAllFlags variation isEnabled getFlag fetchFlags loadFeatures setItem set open show
    connect getUser checkSession get loginWithRedirect getSession getToken flush execute subscribe
  `);
  const seen = new Set<unknown>();
  const targets: Record<string, unknown>[] = [];
  const take = (value: unknown) => {
    if (value instanceof Promise) {
      value.then((later) => {
        take(later);
        use();
      }, quiet);
      return;
    }
    if (!value || !/^(object|function)$/.test(typeof value) || seen.has(value) || targets.length > 40) return;
    if (value instanceof Node || value === window) return;
    seen.add(value);
    targets.push(value as Record<string, unknown>);
  };
  function quiet() {}
  const attempt = (act: () => unknown) => {
    try {
      take(act());
      return true;
    } catch {
      return false; // it is not started so; others are tried
    }
  };
  const call = (target: Record<string, unknown>, name: string, ways: unknown[][]) => {
    let method: unknown;
    try {
      method = target[name];
    } catch {
      return; // a getter that throws
    }
    if (typeof method !== 'function') return;
    for (const args of ways) if (attempt(() => (method as (...args: unknown[]) => unknown).apply(target, args))) return;
  };
  const begun = new Set<unknown>();
  const use = () => {
    for (const target of [...targets]) {
      if (begun.has(target)) continue;
      begun.add(target);
      for (const name of uses) call(target, name, [['Demo page', { name: 'demo', value: 1 }], [{ name: 'demo' }], []]);
    }
  };
  take(kit);
  const main = (kit as { default?: unknown }).default;
  take(main);
  take((main as { default?: unknown } | undefined)?.default);
  for (const [name, value] of Object.entries(kit as object)) {
    if (/^[a-z]/.test(name) || typeof value === 'object') take(value);
  }
  for (const target of [...targets].slice(0, 20)) {
    if (typeof target === 'function' && target === main) {
      const method = target as unknown as (...args: unknown[]) => unknown;
      if (!attempt(() => method(options)) && !attempt(() => method(key, options))) attempt(() => method());
    }
    for (const name of starts) call(target, name, [[options], [key, options], [key, key, options], []]);
  }
  for (const [name, value] of [['default', main], ...Object.entries(kit as object)] as [string, unknown][]) {
    if (typeof value !== 'function' || !(/^[A-Z]/.test(name) || name === 'default')) continue;
    const Made = value as new (...args: unknown[]) => unknown;
    if (!attempt(() => new Made(options))) attempt(() => new Made(key, options));
  }
  use();
  setTimeout(use, 400);
}
