import type { Way } from './types';

const way = (id: string, what: Omit<Way, 'id'>): Way => ({ id: `own ${id}`, ...what });
const GET = 'fetch("__AT__.bin", { mode: "no-cors" }).catch(() => {});';
const PICTURE = '<!doctype html><title>x</title><img src="__AT__.gif" alt="">';
const frame = (set: string) => `const e = document.createElement('iframe'); ${set} document.body.append(e);`;

/** What files of the site's own do, and what its own server sends. */
export const OWN: Way[] = [
  way('worker', { script: 'new Worker("__OWN__/w.js");', files: { 'w.js': GET } }),
  way('worker that imports', { script: 'new Worker("w.js");', files: { 'w.js': 'importScripts("__AT__.js")' } }),
  way('worker of a worker', {
    script: 'new Worker("w.js");',
    files: { 'w.js': 'new Worker("v.js");', 'v.js': GET },
  }),
  way('module worker', {
    script: 'new Worker("w.js", { type: "module" });',
    files: { 'w.js': 'import "__AT__.js"; import "./v.js"', 'v.js': '' },
  }),
  way('shared worker', { script: 'new SharedWorker("w.js");', files: { 'w.js': GET } }),
  way('style sheet', {
    html: '<link rel="stylesheet" href="__OWN__/s.css">',
    files: { 's.css': 'body{background:url(__AT__.gif)}' },
  }),
  way('style sheet that imports', {
    html: '<link rel="stylesheet" href="__OWN__/s.css">',
    files: { 's.css': '@import "__AT__.css";' },
  }),
  way('script', { html: '<script src="__OWN__/s.js"></script>', files: { 's.js': 'new Image().src = "__AT__.gif"' } }),
  way('module', {
    html: '<script type="module" src="__OWN__/s.js"></script>',
    files: { 's.js': 'import "__AT__.js"' },
  }),
  way('page in a frame', { html: '<iframe src="__OWN__/f.html"></iframe>', files: { 'f.html': PICTURE } }),
  way('page in a frame by script', { script: frame('e.src = "f.html";'), files: { 'f.html': PICTURE } }),
  way('page in a frame by attribute', {
    script: frame('e.setAttribute("src", "f.html");'),
    files: { 'f.html': PICTURE },
  }),
  way('page in a frame by markup', {
    script: 'document.body.insertAdjacentHTML("beforeend", `<iframe src="f.html"></iframe>`);',
    files: { 'f.html': PICTURE },
  }),
  way('address that leads on', { script: 'new Image().src = "go.gif";', files: { 'go.gif': 'to:__AT__.gif' } }),
  way('address that leads a script on', {
    html: '<script src="__OWN__/go.js"></script>',
    files: { 'go.js': 'to:__AT__.js' },
  }),
  way('address that leads a request on', {
    script: 'fetch("go.bin", { mode: "no-cors" }).catch(() => {});',
    files: { 'go.bin': 'to:__AT__.bin' },
  }),
  way('link of the answer', { headers: { link: '<__AT__.js>; rel=preload; as=script' } }),
  way('style of the answer', {
    headers: { link: '<__AT__.css>; rel=preload; as=style, </own.css>; rel=preload; as=style' },
  }),
  way('refresh of the answer', { headers: { refresh: '0; url=__AT__.html' } }),
];

/** Somebody who shares a host with what is needed, or stands under the site's own name. */
export const DISGUISED_HOSTS: Way[] = ['__SHARED__', '__PATH__', '__CNAME__'].flatMap((at) => {
  const id = { __SHARED__: 'shared host', __PATH__: 'own path', __CNAME__: 'own subdomain' }[at]!;
  return [
    way(`${id}: image`, { script: `new Image().src = "${at}.gif";` }),
    way(`${id}: script`, {
      script: `document.body.append(Object.assign(document.createElement("script"), { src: "${at}.js" }));`,
    }),
    way(`${id}: request`, { script: `fetch("${at}.bin", { mode: "no-cors" }).catch(() => {});` }),
    way(`${id}: old request`, { script: `const r = new XMLHttpRequest(); r.open("GET", "${at}.bin"); r.send();` }),
    way(`${id}: beacon`, { script: `navigator.sendBeacon("${at}.bin", "x");` }),
    way(`${id}: frame`, { script: frame(`e.src = "${at}.html";`) }),
    way(`${id}: style sheet`, {
      script: `document.head.append(Object.assign(document.createElement("link"), { rel: "stylesheet", href: "${at}.css" }));`,
    }),
    way(`${id}: image in the markup`, { html: `<img src="${at}.gif" alt="">` }),
    way(`${id}: script in the markup`, { html: `<script src="${at}.js"></script>` }),
  ];
});

/** Ways to lead the page on, or to open another. */
export const LEADING: Way[] = [
  way('assigned place', { script: 'location.assign("__AT__.html");' }),
  way('place of the document', { script: 'document.location = "__AT__.html";' }),
  way('click of a link', {
    script:
      'document.body.append(Object.assign(document.createElement("a"), { href: "__AT__.html", id: "l" })); document.getElementById("l").click();',
  }),
  way('click of a link into a window', {
    script:
      'document.body.append(Object.assign(document.createElement("a"), { href: "__AT__.html", target: "_blank", id: "l" })); document.getElementById("l").click();',
  }),
  way('made up click', {
    script:
      'document.body.append(Object.assign(document.createElement("a"), { href: "__AT__.html", target: "_blank", id: "l" })); document.getElementById("l").dispatchEvent(new MouseEvent("click", { bubbles: true, cancelable: true }));',
  }),
  way('form into a window', {
    script:
      'document.body.insertAdjacentHTML("beforeend", `<form action="__AT__.html" target="_blank"></form>`); document.forms[0].submit();',
  }),
  way('form asked to send itself', {
    script:
      'document.body.insertAdjacentHTML("beforeend", `<form action="__AT__.html" target="_blank"></form>`); document.forms[0].requestSubmit();',
  }),
  way('form of a fresh realm', {
    script:
      'const e = document.createElement("iframe"); document.body.append(e); document.body.insertAdjacentHTML("beforeend", `<form action="__AT__.html"></form>`); e.contentWindow.HTMLFormElement.prototype.submit.call(document.forms[0]);',
  }),
  way('refresh put in', {
    script:
      'document.head.append(Object.assign(document.createElement("meta"), { httpEquiv: "refresh", content: "0;url=__AT__.html" }));',
  }),
  way('page led from a frame', {
    html: '<iframe srcdoc="<script>top.location.href = `__AT__.html`</script>"></iframe>',
  }),
];

const KEEPS: [string, string][] = [
  ['cookie', 'document.cookie = "_leak=1; path=/";'],
  ['cookie in disguise', 'document.cookie = "  _leak = 1; path=/";'],
  ['cookie of the store', 'cookieStore.set("_leak", "1");'],
  ['cookie of the store by object', 'cookieStore.set({ name: "_leak", value: "1" });'],
  ['key', 'localStorage.setItem("_leak", "1");'],
  ['key by property', 'localStorage._leak = "1";'],
  ['key by definition', 'Object.defineProperty(localStorage, "_leak", { value: "1" });'],
  ['key by the prototype', 'Storage.prototype.setItem.call(localStorage, "_leak", "1");'],
  ['key of the tab', 'sessionStorage["_leak"] = "1";'],
  ['database', 'indexedDB.open("_leak");'],
  ['cache', 'caches.open("_leak");'],
];
/** What the site's own code or server keeps for a purpose. */
export const KEPT: Way[] = [
  ...KEEPS.map(([id, script]) => way(id, { script, stored: '_leak' })),
  way('cookie of the answer', { headers: { 'set-cookie': '_leak=1; path=/' }, stored: '_leak' }),
];
