import { openBanner } from '@douane/gate/banner';
import { isPreviewMessage, READY } from './message';
import './page.css';

const PAGE = `<main><p class="bar"></p><h1></h1><p class="text"></p><p class="text"></p><p class="text short"></p><p class="picture"></p><p class="text"></p><p class="text short"></p></main>`;
document.body.innerHTML = PAGE;

/** Choices made in the preview are shown to nobody and recorded nowhere. */
addEventListener('message', ({ source, data }) => {
  if (source !== parent || !isPreviewMessage(data)) return;
  document.documentElement.lang = data.content.language;
  const later = () => void setTimeout(again, 600);
  const again = () => openBanner({ ...data, choose: async () => later(), onClose: later });
  again();
});
parent.postMessage(READY, '*');
