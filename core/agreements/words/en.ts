import type { AgreementWords } from './types';

export const en: AgreementWords = {
  title: 'What you are asked to agree to',
  lead: 'Read each, tick what you agree to, and keep your answer. What is not ticked counts as a no.',
  guardianLead:
    'A child wants to use this site and named you as parent or guardian. Tick what you agree to for the child.',
  must: 'Needed to go on',
  may: 'Of your own free choice',
  read: 'Read it',
  agree: (title) => `I agree: ${title}`,
  save: 'Keep my answer',
  refuse: 'No to all',
  allDone: 'There is nothing that you have to answer.',
  back: 'Back to the site',
  tickMust: 'Without this you cannot go on. Tick it, or press "No to all".',
  guardianFirst: 'Where you live somebody of your age needs the agreement of a parent or guardian first.',
  guardianMail: 'Mail address of a parent or guardian',
  guardianAsk: 'Ask them',
  guardianAsked: 'We have written to them. Come back when they have answered.',
  guardianWrong: 'This is no mail address.',
  old: 'This link is too old, or was used already. Ask for a new one on the site.',
  thanks: 'Your answer is kept.',
  reminder: (site, titles, link) => ({
    subject: `${site}: your agreement is asked for`,
    text: [
      `To go on using ${site} you are asked to agree to: ${titles}.`,
      `Read it and answer here, within two weeks:\n${link}`,
    ],
  }),
  guardianLetter: (site, titles, link) => ({
    subject: `${site}: your agreement for a child is asked for`,
    text: [
      `Somebody who is a child where he or she lives wants to use ${site}, and gave this address as that of a parent or guardian.`,
      `You are asked to agree to: ${titles}.`,
      `Read it and answer here, within thirty days:\n${link}`,
      'If you know nothing of it, do nothing: without your answer nothing is agreed to.',
    ],
  }),
};
