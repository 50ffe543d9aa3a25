import { type BannerTexts, shippedTexts } from '../texts/index';
import { DEFAULT_BUTTON, DEFAULT_FACE, DEFAULT_FORM } from './defaults';

type Json = Record<string, unknown>;

/** Brings a file of one format to the next. */
interface Upgrade {
  from: string;
  up(file: Json): Json;
}

/** Every format that was ever written, in order. To add one is to add a step at the end. */
const UPGRADES: Upgrade[] = [
  { from: 'douane.setup/1', up: toSecond },
  { from: 'douane.setup/2', up: toThird },
];

/**
 * A setup file of any format that was ever written, in today's. What is no object, or of a format unknown here, comes
 * back as it is: the schema then says what is wrong with it.
 */
export function upgradeSetup(file: unknown): unknown {
  const data = UPGRADES.reduce((old, { from, up }) => (isObject(old) && old.format === from ? up(old) : old), file);
  return isObject(data) ? withoutMinors(data) : data;
}

/** Data of minors was an activity of a purpose once; what children need goes by the visitor's age since. */
function withoutMinors(file: Json): Json {
  if (!Array.isArray(file.purposes)) return file;
  const purposes = file.purposes.map((purpose) =>
    isObject(purpose) && Array.isArray(purpose.activities) && purpose.activities.includes('minors')
      ? { ...purpose, activities: purpose.activities.filter((activity) => activity !== 'minors') }
      : purpose,
  );
  return { ...file, purposes };
}

const isObject = (value: unknown): value is Json =>
  typeof value === 'object' && value !== null && !Array.isArray(value);

const MODES: Record<string, string> = { inform: 'notice', object: 'opt-out', ask: 'opt-in' };
const mode = (value: unknown) => (typeof value === 'string' ? (MODES[value] ?? value) : value);
const AS_SALE = ['sale', 'sharing', 'targeted-advertising'];

/** 1 to 2: activities in place of one mark for sale; durations apart; texts as changes over what ships; unruled third parties. */
function toSecond(file: Json): Json {
  const purposes = Array.isArray(file.purposes) ? file.purposes.map(withActivities) : file.purposes;
  return {
    ...file,
    format: 'douane.setup/2',
    purposes,
    regions: withDurations(file.regions),
    // As checks have always judged it.
    holding: { unruled: 'by-regime' },
    banner: withSparseTexts(file.banner),
  };
}

function withActivities(purpose: unknown): unknown {
  if (!isObject(purpose)) return purpose;
  const { sale, ...rest } = purpose;
  return sale === true ? { ...rest, activities: AS_SALE } : rest;
}

function withDurations(regions: unknown): unknown {
  if (!isObject(regions) || !isObject(regions.overrides)) return regions;
  const overrides = Object.entries(regions.overrides).map(([id, override]) => {
    if (!isObject(override)) return [id, override];
    const { default: all, sale, choiceDays, ...rest } = override;
    const modes = {
      ...(all !== undefined && { default: mode(all) }),
      ...(sale !== undefined && Object.fromEntries(AS_SALE.map((activity) => [activity, mode(sale)]))),
    };
    const days = choiceDays === undefined ? {} : { yesDays: choiceDays, refusalDays: choiceDays };
    // A longer yes was never asked to be explained; it is laxer than the law all the same.
    const reason = rest.reason ?? (choiceDays === undefined ? undefined : 'set before durations were told apart');
    return [
      id,
      { ...rest, ...days, ...(Object.keys(modes).length > 0 && { modes }), ...(reason !== undefined && { reason }) },
    ];
  });
  return { ...regions, overrides: Object.fromEntries(overrides) };
}

function withSparseTexts(banner: unknown): unknown {
  if (!isObject(banner) || !isObject(banner.texts)) return banner;
  const languages = Object.keys(banner.texts);
  const texts = Object.entries(banner.texts).flatMap(([tag, own]) => {
    if (!isObject(own)) return [[tag, own]];
    const shipped: Json = { ...shippedTexts(tag) };
    const former: Json = FORMER_TEXTS[tag] ?? {};
    const changed = Object.entries(own).filter(([name, text]) => text !== shipped[name] && text !== former[name]);
    return changed.length > 0 ? [[tag, Object.fromEntries(changed)]] : [];
  });
  return { ...banner, languages, texts: Object.fromEntries(texts) };
}

/** As they shipped when a file still held all of them, where they say something else today. */
const FORMER_TEXTS: Record<string, Partial<BannerTexts>> = {
  en: {
    body: 'Besides what the site needs to work, we and the services listed would like to store and read data on your device. Nothing of that happens before you say yes. You can change your mind at any time.',
  },
  de: {
    body: 'Außer dem, was die Seite zum Funktionieren braucht, möchten wir und die genannten Dienste Daten auf Ihrem Gerät speichern und lesen. Nichts davon geschieht vor Ihrem Ja. Sie können es sich jederzeit anders überlegen.',
    button: 'Ihre Wahl',
    buttonObject: 'Your Privacy Choices',
  },
};

const FORMS_OF_SECOND: Record<string, Json> = {
  bottom: { kind: 'bar' },
  corner: { kind: 'card' },
  middle: { kind: 'dialog' },
};

/** 2 to 3: one look becomes form, face and choices button. */
function toThird(file: Json): Json {
  const { banner } = file;
  if (!isObject(banner) || !isObject(banner.look)) return { ...file, format: 'douane.setup/3' };
  const { look, ...rest } = banner;
  const { position, sheet, ink, accent, radius } = look as Json;
  return {
    ...file,
    format: 'douane.setup/3',
    banner: {
      ...rest,
      speaks: 'browser',
      form: { ...DEFAULT_FORM, ...FORMS_OF_SECOND[String(position)] },
      face: {
        ...DEFAULT_FACE,
        light: { sheet, ink, accent, line: ink },
        radius,
        width: position === 'middle' ? 560 : DEFAULT_FACE.width,
      },
      button: DEFAULT_BUTTON,
      noticeAfter: false,
    },
  };
}
