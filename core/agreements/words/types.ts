/** What the agreement screen says, and the letters that lead to it. */
export interface AgreementWords {
  title: string;
  lead: string;
  guardianLead: string;
  must: string;
  may: string;
  read: string;
  agree(title: string): string;
  save: string;
  refuse: string;
  allDone: string;
  back: string;
  tickMust: string;
  guardianFirst: string;
  guardianMail: string;
  guardianAsk: string;
  guardianAsked: string;
  guardianWrong: string;
  old: string;
  thanks: string;
  /** To somebody who has not answered yet. */
  reminder(site: string, titles: string, link: string): LetterWords;
  /** To the parent or guardian of a child. */
  guardianLetter(site: string, titles: string, link: string): LetterWords;
}

export interface LetterWords {
  subject: string;
  /** Its paragraphs. */
  text: string[];
}
