import type { Way } from './types';

const way = (id: string, what: string | Omit<Way, 'id'>): Way => ({
  id: `elsewhere ${id}`,
  ...(typeof what === 'string' ? { script: what } : what),
});

const FRAME = 'const e = document.createElement("iframe"); document.body.append(e);';
const GET = 'fetch("__AT__.bin", { mode: "no-cors" }).catch(() => {});';
const page = (markup: string) =>
  `URL.createObjectURL(new Blob([${JSON.stringify(markup).replaceAll('</script>', '<\\/script>')}], { type: "text/html" }))`;
/** A link put into the page, and followed by code. */
const link = (markup: string, follow = 'click()') =>
  `document.body.insertAdjacentHTML("beforeend", ${JSON.stringify(markup)}); document.getElementById("l").${follow};`;
const CLICK = 'dispatchEvent(new MouseEvent("click", { bubbles: true, cancelable: true }))';

/** What happens in a window that the page opens, or by a link or form that nobody has touched. */
export const WINDOWS: Way[] = [
  way('blank window led away', 'const v = open(""); v.location = "__AT__.html";'),
  way(
    'blank window led away later',
    'const v = open("about:blank"); setTimeout(() => v.location.replace("__AT__.html"), 100);',
  ),
  way('window written into', 'const v = open(""); v.document.write("<img src=__AT__.gif>"); v.document.close();'),
  way(
    'window written into with a refresh',
    'const v = open(""); v.document.write(`<meta http-equiv=refresh content="0;url=__AT__.html">`); v.document.close();',
  ),
  way('window that fetches', `const v = open(""); v.${GET}`),
  way('window opened by a realm', `${FRAME} e.contentWindow.open("__AT__.html");`),
  way('window of a blob that goes on', `open(${page('<script>location.href = `__AT__.html`</script>')});`),
  way('window of a blob with a picture', `open(${page('<img src=__AT__.gif>')});`),
  way('window opened by the document', 'document.open("__AT__.html", "nn", "");'),
  way('window that was there', 'open("", "nn"); open("__AT__.html", "nn");'),
  way(
    'window that was there, by a form',
    'open("", "nn"); document.body.insertAdjacentHTML("beforeend", `<form action="__AT__.html" target="nn"></form>`); document.forms[0].submit();',
  ),
  way('window of an own page', {
    script: 'open("f.html");',
    files: { 'f.html': '<!doctype html><title>x</title><img src="__AT__.gif" alt="">' },
  }),
  way('window of an own address', { script: 'open("go.html");', files: { 'go.html': 'to:__AT__.html' } }),
  way('page of an own address', { script: 'location.href = "go.html";', files: { 'go.html': 'to:__AT__.html' } }),
  way('frame of an own address', {
    script: `const e = document.createElement("iframe"); e.src = "go.html"; document.body.append(e);`,
    files: { 'go.html': 'to:__AT__.html' },
  }),
  way('page by the navigation API', 'navigation.navigate("__AT__.html");'),
  way(
    'link in no page into a window',
    'Object.assign(document.createElement("a"), { href: "__AT__.html", target: "_blank" }).click();',
  ),
  way('link in no page', 'Object.assign(document.createElement("a"), { href: "__AT__.html" }).click();'),
  way(
    'link in a closed shadow tree',
    'const d = document.createElement("div"); document.body.append(d); const r = d.attachShadow({ mode: "closed" }); r.innerHTML = `<a href="__AT__.html" target="_blank"><b>x</b></a>`; r.querySelector("b").click();',
  ),
  way('link of an area', link('<map><area id="l" href="__AT__.html" target="_blank"></map>')),
  way('link of SVG', link('<svg><a id="l" href="__AT__.html" target="_blank"><text>x</text></a></svg>', CLICK)),
  way(
    'link by the base’s target',
    `document.head.append(Object.assign(document.createElement("base"), { target: "_blank" })); ${link('<a id="l" href="__AT__.html">x</a>')}`,
  ),
  way(
    'link of a frame into a window',
    `${FRAME} e.contentDocument.body.innerHTML = \`<a href="__AT__.html" target="_blank">x</a>\`; e.contentDocument.querySelector("a").click();`,
  ),
  way(
    'form of a frame into a window',
    `${FRAME} e.contentDocument.body.innerHTML = \`<form action="__AT__.html" target="_blank"></form>\`; e.contentDocument.forms[0].submit();`,
  ),
  way(
    'form by its button',
    link('<form><button id="l" formaction="__AT__.html" formtarget="_blank">x</button></form>'),
  ),
  way(
    'form by the base’s target',
    'document.head.append(Object.assign(document.createElement("base"), { target: "_blank" })); document.body.insertAdjacentHTML("beforeend", `<form action="__AT__.html"></form>`); document.forms[0].submit();',
  ),
  way(
    'form with fields that hide what it is',
    'document.body.insertAdjacentHTML("beforeend", `<form action="__AT__.html" target="_blank"><input name="action"><input name="target"><input name="getAttribute"></form>`); HTMLFormElement.prototype.submit.call(document.forms[0]);',
  ),
];

const IN_REALM: [string, string][] = [
  ['cookie', 'e.contentDocument.cookie = "_leak=1; path=/";'],
  [
    'setter of cookies',
    'Object.getOwnPropertyDescriptor(e.contentWindow.Document.prototype, "cookie").set.call(document, "_leak=1; path=/");',
  ],
  ['cookie of the store', 'e.contentWindow.cookieStore.set("_leak", "1");'],
  ['key', 'e.contentWindow.localStorage.setItem("_leak", "1");'],
  ['key by its number', 'window[0].localStorage._leak = "1";'],
  ['key by all frames', 'frames[0].localStorage._leak = "1";'],
  ['database', 'e.contentWindow.indexedDB.open("_leak");'],
  ['cache', 'e.contentWindow.caches.open("_leak");'],
  ['cookie of a javascript address', 'e.src = "javascript:document.cookie=`_leak=1; path=/`;`x`";'],
];

/** What is kept by means of another realm: of a frame, a window, a worker. */
export const KEPT_ELSEWHERE: Way[] = [
  ...IN_REALM.map(([id, script]) => way(`realm: ${id}`, { script: `${FRAME} ${script}`, stored: '_leak' })),
  ...(
    [
      [
        'key of a frame by its name',
        'document.body.insertAdjacentHTML("beforeend", `<iframe name="nn"></iframe>`); nn.localStorage._leak = "1";',
      ],
      ['cookie of a window', 'const v = open(""); v.document.cookie = "_leak=1; path=/";'],
      ['key of a window', 'open("").localStorage._leak = "1";'],
      ['cookie by the setter of old', 'document.__lookupSetter__("cookie").call(document, "_leak=1; path=/");'],
      ['key by reflection', 'Reflect.set(localStorage, "_leak", "1");'],
      ['database of a worker from a blob', 'new Worker(URL.createObjectURL(new Blob([`indexedDB.open("_leak")`])));'],
    ] as const
  ).map(([id, script]) => way(id, { script, stored: '_leak' })),
  way('key of a written page', {
    html: '<iframe srcdoc="<script>localStorage._leak = 1</script>"></iframe>',
    stored: '_leak',
  }),
  way('cookie of a written page', {
    html: '<iframe srcdoc="<script>document.cookie = `_leak=1; path=/`</script>"></iframe>',
    stored: '_leak',
  }),
  way('database of a worker', {
    script: 'new Worker("w.js");',
    files: { 'w.js': 'indexedDB.open("_leak")' },
    stored: '_leak',
  }),
  way('cache of a worker', {
    script: 'new Worker("w.js");',
    files: { 'w.js': 'caches.open("_leak")' },
    stored: '_leak',
  }),
];

const RULES = '{"prefetch":[{"urls":["__AT__.html"],"eagerness":"immediate"}]}';

/** Workers of other kinds, and what else a page can have others ask for. */
export const ASKED_ELSEWHERE: Way[] = [
  way('worker of a realm', {
    script: `${FRAME} new e.contentWindow.Worker(new URL("w.js", location.href).href);`,
    files: { 'w.js': GET },
  }),
  way('service worker', {
    script: 'navigator.serviceWorker.register("w.js");',
    files: { 'w.js': `addEventListener("install", (event) => event.waitUntil(${GET.slice(0, -1)}));` },
  }),
  way('service worker by the prototype', {
    script: 'ServiceWorkerContainer.prototype.register.call(navigator.serviceWorker, "w.js");',
    files: { 'w.js': GET },
  }),
  way('worker with files within files', {
    script: 'new Worker("w.js");',
    files: { 'w.js': 'importScripts("v.js")', 'v.js': 'new WebSocket("__AT__.bin".replace("http", "ws"))' },
  }),
  way('worker that imports as it goes', {
    script: 'new Worker("w.js");',
    files: { 'w.js': 'import("__AT__.js").catch(() => {})' },
  }),
  way('worklet of an own file', {
    script: 'new OfflineAudioContext(1, 1, 44100).audioWorklet.addModule("w.js").catch(() => {});',
    files: { 'w.js': 'import "__AT__.js"' },
  }),
  way('fetch put off', 'fetchLater("__AT__.bin", { activateAfter: 0 });'),
  way(
    'who somebody is',
    'navigator.credentials.get({ identity: { providers: [{ configURL: "__AT__.bin", clientId: "1" }] } }).catch(() => {});',
  ),
  way(
    'import by a map',
    'const m = document.createElement("script"); m.type = "importmap"; m.textContent = `{"imports":{"leak":"__AT__.js"}}`; document.head.append(m); import("leak").catch(() => {});',
  ),
  way(
    'prefetch by a list of words',
    'const l = document.createElement("link"); l.href = "__AT__.html"; document.head.append(l); l.relList.add("prefetch");',
  ),
  way(
    'image by an animation',
    'document.body.insertAdjacentHTML("beforeend", `<svg width="9" height="9"><image width="9" height="9"><set attributeName="href" to="__AT__.gif"/></image></svg>`);',
  ),
  way('rules written', `document.write('<script type="speculationrules">${RULES}<\\/script>');`),
  way(
    'rules in a fragment',
    `document.body.append(document.createRange().createContextualFragment('<script type="speculationrules">${RULES}<\\/script>'));`,
  ),
  way(
    'rules by an attribute node',
    `const s = document.createElement("script"); const a = document.createAttribute("type"); a.value = "speculationrules"; s.setAttributeNode(a); s.textContent = '${RULES}'; document.body.append(s);`,
  ),
  way(
    'rules for links',
    `document.body.append(Object.assign(document.createElement("a"), { href: "__AT__.html", textContent: "x" })); const s = document.createElement("script"); s.type = "speculationrules"; s.textContent = '{"prefetch":[{"where":{"href_matches":"*://leak.localhost:*/*"},"eagerness":"immediate"}]}'; document.head.append(s);`,
  ),
];
