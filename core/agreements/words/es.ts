import type { AgreementWords } from './types';

export const es: AgreementWords = {
  title: 'A qué le pedimos su conformidad',
  lead: 'Lea cada documento, marque lo que acepta y guarde su respuesta. Lo que no marque cuenta como un no.',
  guardianLead:
    'Un menor quiere usar este sitio y le ha nombrado padre, madre o tutor. Marque lo que acepta en su nombre.',
  must: 'Necesario para continuar',
  may: 'De libre elección',
  read: 'Leer',
  agree: (title) => `Acepto: ${title}`,
  save: 'Guardar mi respuesta',
  refuse: 'No a todo',
  allDone: 'No hay nada a lo que deba responder.',
  back: 'Volver al sitio',
  tickMust: 'Sin esto no puede continuar. Márquelo o elija «No a todo».',
  guardianFirst: 'Donde usted vive, alguien de su edad necesita antes la conformidad de su padre, madre o tutor.',
  guardianMail: 'Correo electrónico del padre, madre o tutor',
  guardianAsk: 'Preguntarle',
  guardianAsked: 'Le hemos escrito. Vuelva cuando haya respondido.',
  guardianWrong: 'Esto no es un correo electrónico.',
  old: 'Este enlace es demasiado antiguo o ya se usó. Pida uno nuevo en el sitio.',
  thanks: 'Su respuesta está guardada.',
  reminder: (site, titles, link) => ({
    subject: `${site}: le pedimos su conformidad`,
    text: [
      `Para seguir usando ${site} le pedimos que acepte: ${titles}.`,
      `Léalo y responda aquí, en un plazo de dos semanas:\n${link}`,
    ],
  }),
  guardianLetter: (site, titles, link) => ({
    subject: `${site}: le pedimos su conformidad para un menor`,
    text: [
      `Alguien que es menor donde vive quiere usar ${site} y ha dado esta dirección como la de su padre, madre o tutor.`,
      `Le pedimos que acepte: ${titles}.`,
      `Léalo y responda aquí, en un plazo de treinta días:\n${link}`,
      'Si no sabe nada de ello, no haga nada: sin su respuesta no se acepta nada.',
    ],
  }),
};
