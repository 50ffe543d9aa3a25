import type { Way } from './types';

const way = (id: string, script: string): Way => ({ id: `run time ${id}`, script });
/** An element with its properties set, put into the page. */
const put = (tag: string, set: string) =>
  `const e = document.createElement('${tag}'); ${set}; document.body.append(e);`;
const html = (markup: string) => JSON.stringify(markup);

/** What a script of the page puts into it. */
export const INSERTED: Way[] = [
  way('script', put('script', 'e.src = "__AT__.js"')),
  way('script by attribute', put('script', 'e.setAttribute("src", "__AT__.js")')),
  way(
    'script by attribute node',
    put('script', 'const a = document.createAttribute("src"); a.value = "__AT__.js"; e.setAttributeNode(a)'),
  ),
  way('script by namespaced attribute', put('script', 'e.setAttributeNS(null, "src", "__AT__.js")')),
  way('script module', put('script', 'e.type = "module"; e.textContent = `import "__AT__.js"`')),
  way(
    'script of SVG',
    'const s = document.createElementNS("http://www.w3.org/2000/svg", "svg"); const e = document.createElementNS("http://www.w3.org/2000/svg", "script"); e.setAttribute("href", "__AT__.js"); s.append(e); document.body.append(s);',
  ),
  way(
    'script before another',
    'const e = document.createElement("script"); e.src = "__AT__.js"; const f = document.getElementsByTagName("script")[0]; f.parentNode.insertBefore(e, f);',
  ),
  way(
    'script cloned',
    'const e = document.createElement("script"); e.src = "__AT__.js"; document.body.append(e.cloneNode());',
  ),
  way(
    'script in a fragment',
    `document.body.append(document.createRange().createContextualFragment(${html('<script src="__AT__.js"></script>')}));`.replace(
      '</script>',
      '<\\/script>',
    ),
  ),
  way(
    'script written',
    `document.write(${html('<script src="__AT__.js"></script>')});`.replace('</script>', '<\\/script>'),
  ),
  way('import', 'import("__AT__.js");'),
  way(
    'import from a data address',
    put(
      'script',
      'e.type = "module"; e.src = "data:text/javascript,import%20%22" + encodeURIComponent("__AT__.js") + "%22"',
    ),
  ),
  way('img', 'new Image().src = "__AT__.gif";'),
  way('img by attribute', 'new Image().setAttribute("src", "__AT__.gif");'),
  way('img srcset', 'new Image().srcset = "__AT__.gif 1x";'),
  way('img in markup', `document.body.insertAdjacentHTML("beforeend", ${html('<img src="__AT__.gif">')});`),
  way(
    'img by innerHTML outside the page',
    `document.createElement("div").innerHTML = ${html('<img src="__AT__.gif">')};`,
  ),
  way(
    'img by outerHTML',
    `const d = document.createElement("p"); document.body.append(d); d.outerHTML = ${html('<img src="__AT__.gif">')};`,
  ),
  way(
    'img parsed and adopted',
    `const d = new DOMParser().parseFromString(${html('<img src="__AT__.gif">')}, "text/html"); document.body.append(document.adoptNode(d.images[0]));`,
  ),
  way(
    'img parsed elsewhere and adopted, in no page',
    `const d = new DOMParser().parseFromString(${html('<img src="__AT__.gif">')}, "text/html"); document.adoptNode(d.images[0]);`,
  ),
  way(
    'img parsed elsewhere and imported, in no page',
    `const d = document.implementation.createHTMLDocument(""); d.body.innerHTML = ${html('<p><img src="__AT__.gif"></p>')}; document.importNode(d.body, true);`,
  ),
  way(
    'img parsed elsewhere, all of the page in place of this one',
    `const d = new DOMParser().parseFromString(${html('<body><img src="__AT__.gif"></body>')}, "text/html"); document.documentElement.replaceChild(d.body, document.body);`,
  ),
  way(
    'img in a shadow tree',
    `const d = document.createElement("div"); document.body.append(d); d.attachShadow({ mode: "closed" }).innerHTML = ${html('<img src="__AT__.gif">')};`,
  ),
  way(
    'img set unsafely',
    `const d = document.createElement("div"); (d.setHTMLUnsafe ?? function (h) { this.innerHTML = h; }).call(d, ${html('<img src="__AT__.gif">')});`,
  ),
  way(
    'picture',
    `document.body.insertAdjacentHTML("beforeend", ${html('<picture><source srcset="__AT__.gif"><img></picture>')});`,
  ),
  way('input image', put('input', 'e.type = "image"; e.src = "__AT__.gif"')),
  way('video', put('video', 'e.preload = "auto"; e.src = "__AT__.bin"')),
  way('video poster', put('video', 'e.poster = "__AT__.gif"')),
  way('audio', 'new Audio("__AT__.bin").load();'),
  way(
    'track',
    put(
      'video',
      'e.innerHTML = `<track default kind="subtitles" src="__AT__.bin">`; e.crossOrigin = "anonymous"; e.textTracks[0].mode = "showing"',
    ),
  ),
  way('iframe', put('iframe', 'e.src = "__AT__.html"')),
  way(
    'iframe once it is there',
    'const e = document.createElement("iframe"); document.body.append(e); e.src = "__AT__.html";',
  ),
  way('iframe srcdoc', put('iframe', 'e.srcdoc = "<img src=__AT__.gif>"')),
  way(
    'iframe led away',
    'const e = document.createElement("iframe"); document.body.append(e); e.contentWindow.location.href = "__AT__.html";',
  ),
  way('object', put('object', 'e.type = "text/html"; e.data = "__AT__.html"')),
  way('embed', put('embed', 'e.type = "text/html"; e.src = "__AT__.html"')),
  way('stylesheet', put('link', 'e.rel = "stylesheet"; e.href = "__AT__.css"')),
  way('preload', put('link', 'e.rel = "preload"; e.as = "image"; e.href = "__AT__.gif"')),
  way('modulepreload', put('link', 'e.rel = "modulepreload"; e.href = "__AT__.js"')),
  way('prefetch', put('link', 'e.rel = "prefetch"; e.href = "__AT__.html"')),
  way('style', put('style', 'e.textContent = `body{background:url(__AT__.gif)}`')),
  way('style import', put('style', 'e.textContent = `@import "__AT__.css";`')),
  way(
    'style rule',
    'const e = document.createElement("style"); document.head.append(e); e.sheet.insertRule("body{background:url(__AT__.gif)}");',
  ),
  way(
    'style adopted',
    'const s = new CSSStyleSheet(); s.replaceSync("body{background:url(__AT__.gif)}"); document.adoptedStyleSheets = [s];',
  ),
  way('style property', 'document.body.style.backgroundImage = "url(__AT__.gif)";'),
  way('style attribute', 'document.body.setAttribute("style", "background:url(__AT__.gif)");'),
  way('style text', 'document.body.style.cssText = "background:url(__AT__.gif)";'),
  way('style font', 'new FontFace("F", "url(__AT__.woff2)").load().catch(() => {});'),
  way(
    'SVG image',
    'document.body.insertAdjacentHTML("beforeend", `<svg><image href="__AT__.gif" width="9" height="9"/></svg>`);',
  ),
  way(
    'SVG image by attribute',
    'const s = document.createElementNS("http://www.w3.org/2000/svg", "svg"); const e = document.createElementNS("http://www.w3.org/2000/svg", "image"); e.setAttribute("href", "__AT__.gif"); s.append(e); document.body.append(s);',
  ),
  way(
    'speculation rules',
    put(
      'script',
      'e.type = "speculationrules"; e.textContent = JSON.stringify({ prefetch: [{ urls: ["__AT__.html"], eagerness: "immediate" }] })',
    ),
  ),
];

/** What a script of the page asks for. */
export const ASKED: Way[] = [
  way('fetch', 'fetch("__AT__.bin", { mode: "no-cors" }).catch(() => {});'),
  way('fetch of a request', 'fetch(new Request("__AT__.bin", { mode: "no-cors" })).catch(() => {});'),
  way('fetch of an address object', 'fetch(new URL("__AT__.bin"), { mode: "no-cors" }).catch(() => {});'),
  way(
    'fetch that outlives the page',
    'fetch("__AT__.bin", { mode: "no-cors", keepalive: true, method: "POST", body: "x" }).catch(() => {});',
  ),
  way('XMLHttpRequest', 'const r = new XMLHttpRequest(); r.open("GET", "__AT__.bin"); r.send();'),
  way('beacon', 'navigator.sendBeacon("__AT__.bin", "x");'),
  way('event source', 'new EventSource("__AT__.bin").onerror = function () { this.close(); };'),
  way('web socket', 'new WebSocket("__AT__.bin".replace("http", "ws")).onerror = () => {};'),
  way('fetch by text', 'setTimeout(`fetch("__AT__.bin", { mode: "no-cors" }).catch(() => {})`);'),
  way('fetch by eval', '(0, eval)(`fetch("__AT__.bin", { mode: "no-cors" }).catch(() => {})`);'),
  way(
    'fetch from a fresh realm',
    'const e = document.createElement("iframe"); document.body.append(e); e.contentWindow.fetch("__AT__.bin", { mode: "no-cors" }).catch(() => {});',
  ),
  way(
    'image from a fresh realm',
    'const e = document.createElement("iframe"); document.body.append(e); new e.contentWindow.Image().src = "__AT__.gif";',
  ),
  way(
    'native taken from a fresh realm',
    'const e = document.createElement("iframe"); document.body.append(e); const f = e.contentWindow.fetch; f.call(window, "__AT__.bin", { mode: "no-cors" }).catch(() => {});',
  ),
  way(
    'setter taken from a fresh realm',
    'const e = document.createElement("iframe"); document.body.append(e); const { set } = Object.getOwnPropertyDescriptor(e.contentWindow.HTMLImageElement.prototype, "src"); set.call(new Image(), "__AT__.gif");',
  ),
  way(
    'page written into a frame',
    'const e = document.createElement("iframe"); document.body.append(e); const d = e.contentDocument; d.open(); d.write("<img src=__AT__.gif>"); d.close();',
  ),
  way('worker from a blob', 'new Worker(URL.createObjectURL(new Blob([`fetch("__AT__.bin", { mode: "no-cors" })`])));'),
  way('worker that imports scripts', 'new Worker(URL.createObjectURL(new Blob([`importScripts("__AT__.js")`])));'),
  way(
    'module worker',
    'new Worker(URL.createObjectURL(new Blob([`import "__AT__.js"`], { type: "text/javascript" })), { type: "module" });',
  ),
  way(
    'shared worker from a blob',
    'new SharedWorker(URL.createObjectURL(new Blob([`fetch("__AT__.bin", { mode: "no-cors" })`])));',
  ),
  way('worklet', 'new OfflineAudioContext(1, 1, 44100).audioWorklet.addModule("__AT__.js").catch(() => {});'),
  way(
    'ping of a link',
    'const e = document.createElement("a"); e.href = "#x"; e.ping = "__AT__.bin"; document.body.append(e); e.click();',
  ),
  way(
    'form into a frame',
    'document.body.insertAdjacentHTML("beforeend", `<iframe name="n"></iframe><form action="__AT__.html" target="n"></form>`); document.forms[0].submit();',
  ),
  way(
    'link into a frame',
    'document.body.insertAdjacentHTML("beforeend", `<iframe name="n"></iframe><a id="l" href="__AT__.html" target="n">x</a>`); document.getElementById("l").click();',
  ),
  way('window', 'open("__AT__.html");'),
  way('navigation', 'location.href = "__AT__.html";'),
  way('replaced page', 'location.replace("__AT__.html");'),
  way('paint of an image', 'const i = new Image(); i.src = "__AT__.gif"; i.decode().catch(() => {});'),
];

const disguised = (id: string, change: string) => ({
  id: `disguised ${id}`,
  script: `const at = ${change}; new Image().src = at;`,
});

/** The same address, written so that whoever compares texts does not know it. */
export const DISGUISED: Way[] = [
  disguised('without a scheme', '"__AT__.gif".replace("http:", "")'),
  disguised(
    'by backslashes',
    '"__AT__.gif".replaceAll("/", "\\\\\\\\").replace("http:", "http:")'.replaceAll('\\\\\\\\', '\\\\'),
  ),
  disguised('in upper case', '"__AT__.gif".replace("http://leak", "HTTP://LEAK")'),
  disguised('with white space', '"\\n\\t __AT__.gif  "'),
  disguised('with tabs inside', '"__AT__.gif".replace("leak", "le\\tak")'),
  disguised('with a dot after the host', '"__AT__.gif".replace(".localhost", ".localhost.")'),
  disguised('with a percent', '"__AT__.gif".replace("leak", "%6ceak")'),
  disguised('by another scheme’s slashes', '"__AT__.gif".replace("http://", "http:////")'),
  disguised(
    'by a base',
    '(() => { const b = document.createElement("base"); b.href = "__AT__.gif"; document.head.append(b); return "?"; })()',
  ),
  disguised('as an object', '({ toString: () => "__AT__.gif" })'),
];
