import type { Way } from './types';

const RULES = '{"prefetch":[{"urls":["__AT__.html"],"eagerness":"immediate"}]}';

const way = (id: string, html: string): Way => ({ id: `markup ${id}`, html });

/** What stands in the markup. */
export const MARKUP: Way[] = [
  way('script', '<script src="__AT__.js"></script>'),
  way('script async', '<script async src="__AT__.js"></script>'),
  way('script defer', '<script defer src="__AT__.js"></script>'),
  way('script module', '<script type="module" src="__AT__.js"></script>'),
  way('script module that imports', '<script type="module">import "__AT__.js"</script>'),
  way('script inline that loads', '<script>new Image().src = "__AT__.gif"</script>'),
  way('script of SVG', '<svg><script href="__AT__.js"></script></svg>'),
  way('script that writes', '<script>document.write(`<img src="__AT__.gif">`)</script>'),
  way('img', '<img src="__AT__.gif" alt="">'),
  way('img srcset', '<img srcset="__AT__.gif 1x" alt="">'),
  way('img sizes', '<img srcset="__AT__.gif 100w" sizes="10px" alt="">'),
  way('img lazy', '<img loading="lazy" src="__AT__.gif" alt="" width="9" height="9">'),
  way(
    'img that fails and tries another',
    '<img src="data:," onerror="this.onerror=null;this.src=`__AT__.gif`" alt="">',
  ),
  way('picture source', '<picture><source srcset="__AT__.gif"><img alt=""></picture>'),
  way('input image', '<input type="image" src="__AT__.gif" alt="x">'),
  way('video', '<video src="__AT__.bin" preload="auto"></video>'),
  way('video source', '<video preload="auto"><source src="__AT__.bin"></video>'),
  way('video poster', '<video poster="__AT__.gif"></video>'),
  way('audio', '<audio src="__AT__.bin" preload="auto"></audio>'),
  way('iframe', '<iframe src="__AT__.html"></iframe>'),
  way('iframe srcdoc', '<iframe srcdoc="<img src=__AT__.gif>"></iframe>'),
  way('iframe of a javascript address', '<iframe src="javascript:`<img src=__AT__.gif>`"></iframe>'),
  way('object', '<object data="__AT__.html" type="text/html"></object>'),
  way('embed', '<embed src="__AT__.html" type="text/html">'),
  way('stylesheet', '<link rel="stylesheet" href="__AT__.css">'),
  way('stylesheet alternate', '<link rel="alternate stylesheet" title="t" href="__AT__.css">'),
  way('preload script', '<link rel="preload" as="script" href="__AT__.js">'),
  way('preload image', '<link rel="preload" as="image" href="__AT__.gif">'),
  way('preload font', '<link rel="preload" as="font" crossorigin href="__AT__.woff2">'),
  way('modulepreload', '<link rel="modulepreload" href="__AT__.js">'),
  way('prefetch', '<link rel="prefetch" href="__AT__.html">'),
  way('style import', '<style>@import "__AT__.css";</style>'),
  way('style background', '<style>#x{background:url(__AT__.gif)}</style><div id="x">x</div>'),
  way('style before', '<style>#x::before{content:url(__AT__.gif)}</style><div id="x">x</div>'),
  way('style list', '<style>#x{display:list-item;list-style-image:url(__AT__.gif)}</style><div id="x">x</div>'),
  way('style mask', '<style>#x{mask-image:url(__AT__.svg)}</style><div id="x">x</div>'),
  way('style border', '<style>#x{border:9px solid;border-image:url(__AT__.gif) 1}</style><div id="x">x</div>'),
  way('style image-set', '<style>#x{background:image-set(url(__AT__.gif) 1x)}</style><div id="x">x</div>'),
  way(
    'style font',
    '<style>@font-face{font-family:F;src:url(__AT__.woff2)}#x{font-family:F}</style><div id="x">x</div>',
  ),
  way('style attribute', '<div style="background:url(__AT__.gif)">x</div>'),
  way('style variable', '<style>#x{--u:url(__AT__.gif);background:var(--u)}</style><div id="x">x</div>'),
  way('table background', '<table background="__AT__.gif"><tr><td>x</td></tr></table>'),
  way('SVG image', '<svg width="9" height="9"><image href="__AT__.gif" width="9" height="9"/></svg>'),
  way('SVG image by xlink', '<svg width="9" height="9"><image xlink:href="__AT__.gif" width="9" height="9"/></svg>'),
  way(
    'SVG filter',
    '<svg width="9" height="9"><filter id="f"><feImage href="__AT__.gif"/></filter><rect width="9" height="9" filter="url(#f)"/></svg>',
  ),
  way('speculation rules', `<script type="speculationrules">${RULES}</script>`),
  way(
    'speculation rules further down',
    `<script>var early = 1</script><p>x</p><div><script type="speculationrules">${RULES}</script></div>`,
  ),
  way(
    'speculation rules by script',
    `<script>var early = 1</script><p>x</p><script>{ const e = document.createElement("script"); e.type = "speculationrules"; e.textContent = '${RULES}'; document.body.append(e) }</script>`,
  ),
  way('refresh', '<meta http-equiv="refresh" content="0;url=__AT__.html">'),
  way(
    'form that sends itself',
    '<form id="f" action="__AT__.html"></form><script>document.getElementById("f").submit()</script>',
  ),
];
