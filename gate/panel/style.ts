/** Paper and ink, in a sheet of its own: it stands on pages of any look. */
export const PANEL_CSS = `
:host { all: initial; }
section { position: fixed; inset: 0 0 auto 0; max-height: 50vh; overflow: auto; overscroll-behavior: contain;
  box-sizing: border-box; padding: 12px 16px; background: #fffdf9; color: #18222d; border-bottom: 2px solid #18222d;
  font: 13px/1.45 Archivo, system-ui, sans-serif; font-variant-numeric: tabular-nums; z-index: 2147483647; }
header { display: flex; flex-wrap: wrap; gap: 4px 16px; align-items: baseline; }
h2 { margin: 0; font-size: 15px; }
p { margin: 4px 0; }
button { font: inherit; color: #fffdf9; background: #34398f; border: 0; padding: 6px 10px; min-height: 28px; cursor: pointer; }
button.plain { color: #34398f; background: transparent; box-shadow: inset 0 0 0 1px #34398f; }
:focus-visible { outline: 2px solid #34398f; outline-offset: 2px; }
.acts { margin-left: auto; display: flex; gap: 8px; }
table { width: 100%; border-collapse: collapse; margin-top: 8px; }
th, td { text-align: left; vertical-align: top; padding: 3px 12px 3px 0; border-top: 1px solid #d8d1c2; }
th { font-weight: 600; color: #53606c; }
code { font: 12px/1.45 'IBM Plex Mono', ui-monospace, monospace; overflow-wrap: anywhere; }
.state, .at { white-space: nowrap; } .state { font-weight: 600; }
.held { color: #8a5f00; } .released { color: #12694f; } .slipped { color: #bf3619; }
.quiet { color: #53606c; }
@media (prefers-color-scheme: dark) {
  section { background: #1d2731; color: #f4f1ea; border-bottom-color: #f4f1ea; }
  th, .quiet { color: #b3bcc5; } th, td { border-color: #3a4653; }
  .held { color: #e0b04a; } .released { color: #5cc7a1; } .slipped { color: #ff8f73; }
  button { background: #8b90e8; color: #12161b; } button.plain { color: #b4b8f5; background: transparent; box-shadow: inset 0 0 0 1px #b4b8f5; }
  :focus-visible { outline-color: #b4b8f5; }
}
`;
