/** A small site of the organisation: a few pages with a face of their own. */
export interface SmallSite {
  name: string;
  host: string;
  /** What its style sheet makes of it. */
  face: { background: string; ink: string; head: string; accent: string; family: string; radius: number };
  /** Tags that stand on every page: the host and what is asked of it, by purpose. */
  tags: { purpose: string; host: string; path: string; as: 'script' | 'pixel' | 'frame' }[];
  /** By path; the first is the start. */
  pages: Record<string, { title: string; text: string }>;
}

/** All invented, like the company that they belong to. */
export const SMALL_SITES = {
  wool: {
    name: 'Hildasay Wool',
    host: 'hildasaywool.localhost',
    face: {
      background: '#fbf7ef',
      ink: '#33261c',
      head: '#5b3a29',
      accent: '#8a2f3b',
      family: 'Georgia, serif',
      radius: 2,
    },
    tags: [
      { purpose: 'measurement', host: 'oddgull', path: '/og.js', as: 'script' },
      { purpose: 'advertising', host: 'copperbarn', path: '/px.gif?c=wool', as: 'pixel' },
    ],
    pages: {
      '/': { title: 'Spun on the island', text: 'Yarn from the sheep that you see from the ferry, in eleven colours.' },
      '/yarn': { title: 'Yarn', text: 'Four weights, from lace to rope. Every skein names the flock.' },
      '/care': { title: 'How to wash it', text: 'Cold, by hand, and dried lying on a towel.' },
      '/privacy': { title: 'Privacy', text: 'What the shop keeps of you, and how long.' },
    },
  },
  cruises: {
    name: 'Sound Cruises',
    host: 'soundcruises.localhost',
    face: {
      background: '#0e1f2b',
      ink: '#e9f1f2',
      head: '#081219',
      accent: '#3fb8a6',
      family: 'Verdana, sans-serif',
      radius: 18,
    },
    tags: [
      { purpose: 'measurement', host: 'tagpantry', path: '/m.js?c=SC2', as: 'script' },
      { purpose: 'embedded', host: 'reelpier', path: '/embed?v=dusk', as: 'frame' },
    ],
    pages: {
      '/': { title: 'Dusk on the sound', text: 'Three hours under sail, with soup, from May to September.' },
      '/boats': { title: 'The boats', text: 'Two old herring drifters with new engines that we hardly use.' },
      '/groups': { title: 'For groups', text: 'Up to forty people; weddings by arrangement.' },
    },
  },
  jobs: {
    name: 'Work on the ferries',
    host: 'work.skerryjobs.localhost',
    face: {
      background: '#ffffff',
      ink: '#1b1b1f',
      head: '#e8e4f6',
      accent: '#4b2fa0',
      family: 'Arial, sans-serif',
      radius: 6,
    },
    tags: [{ purpose: 'functional', host: 'quillchat', path: '/chat.js', as: 'script' }],
    pages: {
      '/': { title: 'Work with us', text: 'We look for a second engineer, and for hands on deck in the summer.' },
      '/apply': { title: 'How to apply', text: 'Write to the harbour office, or ask us in the chat.' },
    },
  },
} as const satisfies Record<string, SmallSite>;
