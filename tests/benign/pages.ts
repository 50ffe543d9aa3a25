/** One kind of site, which contacts nobody but itself, and says in `window.results` what of it works. */
export interface BenignPage {
  name: string;
  html: string;
  /** Files beside it. */
  files?: Record<string, string>;
  /** A policy of its own. */
  policy?: string;
}

const page = (body: string, head = ''): string =>
  `<!doctype html><html lang="en"><head><title>x</title><link rel="icon" href="data:,"><style>body{font:16px sans-serif;margin:20px}</style>${head}</head><body>${body}</body></html>`;
/** Runs checks one after the other; each says whether it works, or why not. */
const CHECKS = `window.results = {}; async function works(checks) { for (const [name, check] of Object.entries(checks)) { try { results[name] = await check(); } catch (error) { results[name] = String(error); } } window.done = true; }
const within = (start) => new Promise((resolve, reject) => { start(resolve, reject); setTimeout(() => reject(new Error('never')), 4000); });`;
const RED =
  'data:image/svg+xml,%3Csvg xmlns=%22http://www.w3.org/2000/svg%22 width=%2220%22 height=%2220%22%3E%3Crect width=%2220%22 height=%2220%22 fill=%22red%22/%3E%3C/svg%3E';

export const BENIGN: BenignPage[] = [
  {
    name: 'a shop',
    html: page(
      `<h1>Kettles</h1><img src="own.svg" srcset="own.svg 1x, own.svg?2 2x" alt="" width="40" height="40"><img loading="lazy" src="own.svg?lazy" alt="" width="40" height="40">
<button id="buy" onclick="count.textContent = Number(count.textContent) + 1">Buy</button> <b id="count">0</b>
<form id="pay" action="paid.html" target="frame"><input name="a" value="1"></form><iframe name="frame" title="f" width="200" height="60"></iframe>
<script>${CHECKS} works({
  handler() { buy.click(); return count.textContent; },
  basket() { localStorage.setItem('basket', '1'); localStorage.size = 'L'; return [localStorage.basket, localStorage.getItem('size'), Object.keys(localStorage).includes('basket'), 'size' in localStorage, localStorage.nothing]; },
  forget() { delete localStorage.size; localStorage.removeItem('basket'); return localStorage.getItem('size'); },
  cookie() { document.cookie = 'basket=7; path=/'; return document.cookie.includes('basket=7'); },
  async store() { await cookieStore.set('currency', 'EUR'); return (await cookieStore.get('currency')).value; },
  async request() { return (await (await fetch('data.json')).json()).ok; },
  old: () => within((resolve) => { const r = new XMLHttpRequest(); r.open('GET', 'data.json'); r.onload = () => resolve(r.responseText.length); r.send(); }),
  beacon: () => navigator.sendBeacon('data.json', 'x'),
  pay: () => within((resolve) => { document.querySelector('iframe').onload = ({ target }) => resolve(target.contentDocument.body.textContent.trim()); pay.submit(); }),
  history() { history.pushState({}, '', '?page=2'); history.replaceState({}, '', location.pathname); return location.search; },
  database: () => within((resolve, reject) => { const r = indexedDB.open('orders'); r.onsuccess = () => resolve(r.result.name); r.onerror = reject; }),
  async cache() { const c = await caches.open('pictures'); await c.put('/x', new Response('y')); return (await c.match('/x')).text(); },
})</script>`,
    ),
    files: { 'paid.html': '<!doctype html><title>p</title>paid' },
  },
  {
    name: 'documentation',
    html: page(
      `<details open><summary>More</summary>Words</details><svg width="20" height="20"><use href="sprite.svg#s"/></svg><p class="code">const a</p>
<script type="module">import { twice } from './twice.js'; window.twice = twice(2);</script>
<script>${CHECKS} works({
  module: () => within((resolve) => { const look = () => (window.twice ? resolve(twice) : setTimeout(look, 20)); look(); }),
  later: async () => (await import('./twice.js')).twice(4),
  worker: () => within((resolve) => { const w = new Worker('search.js'); w.onmessage = ({ data }) => resolve(data); w.postMessage('tide'); }),
  moduleWorker: () => within((resolve) => { const w = new Worker('search.mjs', { type: 'module' }); w.onmessage = ({ data }) => resolve(data); w.postMessage('tide'); }),
  blobWorker: () => within((resolve) => { const w = new Worker(URL.createObjectURL(new Blob(['postMessage(1 + 1)']))); w.onmessage = ({ data }) => resolve(data); }),
  sharedWorker: () => within((resolve) => { const w = new SharedWorker('shared.js'); w.port.onmessage = ({ data }) => resolve(data); w.port.start(); }),
  code: () => new Function('return 6 * 7')(),
  wasm: async () => (await WebAssembly.instantiate(new Uint8Array([0, 97, 115, 109, 1, 0, 0, 0]))).module instanceof WebAssembly.Module,
  styled: () => getComputedStyle(document.querySelector('.code')).color,
})</script>`,
      '<link rel="stylesheet" href="own.css">',
    ),
    files: {
      'twice.js': 'export const twice = (n) => n * 2;',
      'search.js':
        "importScripts('words.js'); onmessage = async ({ data }) => postMessage([data, WORDS, (await (await fetch('data.json')).json()).ok, self.location.pathname.endsWith('/search.js')]);",
      'words.js': 'self.WORDS = 3;',
      'search.mjs':
        "import { twice } from './twice.js'; onmessage = async ({ data }) => postMessage([data, twice(3), (await (await fetch('./data.json')).json()).ok]);",
      'shared.js': 'onconnect = ({ ports: [port] }) => port.postMessage(self.name + "shared");',
    },
  },
  {
    name: 'a page of films',
    html: page(
      `<canvas id="c" width="40" height="40"></canvas><img id="b" alt="" width="20" height="20"><img src="${RED}" alt=""><iframe id="own" src="paid.html" title="o" width="200" height="60"></iframe><iframe srcdoc="<p>inside" title="s" width="200" height="60"></iframe><audio id="a"></audio>
<script>${CHECKS} works({
  frame: () => within((resolve) => { const look = () => (own.contentDocument?.body?.textContent.includes('paid') ? resolve('paid') : setTimeout(look, 20)); look(); }),
  script: () => within((resolve) => { const e = document.createElement('iframe'); e.hidden = true; e.onload = () => resolve(e.contentDocument.body.textContent.trim()); e.src = 'paid.html'; document.body.append(e); }),
  blob: () => within((resolve, reject) => { c.getContext('2d').fillRect(0, 0, 20, 20); c.toBlob((blob) => { b.onload = () => resolve(b.naturalWidth); b.onerror = reject; b.src = URL.createObjectURL(blob); }); }),
  blobFrame: () => within((resolve) => { const e = document.createElement('iframe'); e.hidden = true; e.onload = () => resolve(e.contentDocument.body.textContent); e.src = URL.createObjectURL(new Blob(['here'], { type: 'text/html' })); document.body.append(e); }),
  sound: () => new Audio().canPlayType('audio/mpeg') !== undefined,
  peers: async () => { const p = new RTCPeerConnection(); p.createDataChannel('x'); const { type } = await p.createOffer(); p.close(); return type; },
  peersKind: () => new RTCPeerConnection() instanceof RTCPeerConnection,
  written() { const e = document.createElement('iframe'); e.hidden = true; document.body.append(e); e.contentDocument.write('words'); e.contentDocument.close(); return e.contentDocument.body.textContent; },
})</script>`,
    ),
    files: { 'paid.html': '<!doctype html><title>p</title>paid' },
  },
  {
    name: 'a forum',
    html: page(
      `<div id="list"></div><div contenteditable>Write</div>
<script>${CHECKS} works({
  markup() { list.innerHTML = '<p style="color:red">A post <img src="own.svg" alt="" width="20" height="20"></p>'; return list.querySelector('img').src.endsWith('own.svg'); },
  inserted: () => within((resolve) => { const e = document.createElement('script'); e.src = 'plain.js'; e.onload = () => resolve(window.plain); document.head.append(e); }),
  attribute: () => within((resolve) => { const e = document.createElement('script'); e.setAttribute('src', 'plain.js?2'); e.onload = () => resolve(e.getAttribute('src')); document.head.append(e); }),
  styled: () => within((resolve) => { const e = document.createElement('link'); e.rel = 'stylesheet'; e.href = 'own.css'; e.onload = () => resolve(e.sheet.cssRules.length); document.head.append(e); }),
  sheet() { const s = new CSSStyleSheet(); s.replaceSync('#list{margin-left:10px}'); document.adoptedStyleSheets = [s]; return getComputedStyle(list).marginLeft; },
  channel: () => within((resolve) => { const [a, b] = [new BroadcastChannel('x'), new BroadcastChannel('x')]; b.onmessage = ({ data }) => resolve(data); a.postMessage('hello'); }),
  events: () => within((resolve) => { const s = new EventSource('events'); s.onmessage = ({ data }) => { s.close(); resolve(data); }; }),
  shadow() { const e = document.createElement('div'); e.attachShadow({ mode: 'open' }).innerHTML = '<style>b{color:green}</style><b>x</b>'; document.body.append(e); return getComputedStyle(e.shadowRoot.querySelector('b')).color; },
  cloned() { const t = document.createElement('template'); t.innerHTML = '<img src="own.svg" alt="">'; return t.content.cloneNode(true).firstChild.getAttribute('src'); },
  kinds: () => [typeof localStorage.setItem, Worker.name, String(new Image().src), Object.keys(sessionStorage).filter((key) => !key.startsWith('douane')).length],
})</script>`,
    ),
    files: { 'plain.js': 'window.plain = 5;' },
  },
  {
    name: 'an editor, which reads what somebody wrote in documents of its own, and keeps it word for word',
    html: page(
      `<h1>Editor</h1><script>${CHECKS} const written = '<p>A tide table</p><img src="http://ads.localhost/tide.svg" alt="held"><iframe src="http://ads.localhost/map"></iframe><style>p{background:url(http://ads.localhost/sea.svg)}</style>'; works({
  inert() { const { body } = document.implementation.createHTMLDocument(''); body.innerHTML = written; return body.innerHTML; },
  beside() { const { body } = document.implementation.createHTMLDocument(''); body.insertAdjacentHTML('beforeend', written); return body.innerHTML; },
  parser: () => new DOMParser().parseFromString(written, 'text/html').body.innerHTML,
  fragment() { const range = document.implementation.createHTMLDocument('').createRange(); const part = range.createContextualFragment(written); return part.querySelector('img').getAttribute('src'); },
  original() { const inert = new DOMParser().parseFromString('<iframe src="http://ads.localhost/map"></iframe>', 'text/html'); document.importNode(inert.body, true); return inert.body.innerHTML; },
})</script>`,
    ),
  },
  {
    name: 'a site with a strict policy of its own',
    policy:
      "default-src 'self'; script-src 'nonce-n1' 'strict-dynamic'; style-src 'self' 'nonce-n1'; object-src 'none'; base-uri 'none'",
    html: page(
      `<p id="p">Words</p><script nonce="n1">${CHECKS} works({
  inserted: () => within((resolve) => { const e = document.createElement('script'); e.src = 'plain.js'; e.onload = () => resolve(window.plain); document.head.append(e); }),
  request: async () => (await (await fetch('data.json')).json()).ok,
})</script>`,
    ).replace('<style>', '<style nonce="n1">'),
    files: { 'plain.js': 'window.plain = 5;' },
  },
];
