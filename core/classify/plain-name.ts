/** Words that anybody's programs use in names, whatever they are for. */
const WORDS = new Set(
  `access account active ajax anonymous api app audience audit auth authentication badge basket browser cache callback
  campaign cart center checkout choice click client config consent cookie cookies count counter country csrf currency
  current custom customer data date debug default device email event events expires feature features first flag flags
  form global guest guid hash highlight history host http https id identity ids info instant is iterable key keys lang
  language last load local locale localization location login logout marker mode name new nonce oauth of opt optout
  order out page pages partner path pixel player popup preferences presence push put queue recent redirect ref referer
  referrer refresh region remember request requests root search secret secure seen send sess session sessions settings
  shop show sid sign site source start state status storage store sync tab tabs temp test theme time timestamp
  timezone token tokens track tracker tracking traffic type uid uniform unique update url user username users utm uuid
  value values version view views visit visited visitor visits web widget window xsrf`.split(/\s+/),
);

/**
 * Whether a name says only what is kept, not whose it is: `last_visit`, `__user_id`. `*` stands for what varies. Numbers
 * and single letters name nobody.
 */
export function isPlainName(name: string): boolean {
  const words = name
    .split(/(?<=[a-z0-9])(?=[A-Z])|(?<=[A-Z])(?=[A-Z][a-z])|[^A-Za-z]+/)
    .filter((word) => word.length > 1)
    .map((word) => word.toLowerCase());
  return words.every((word) => WORDS.has(word));
}
