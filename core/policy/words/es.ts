import type { PolicyWords } from './types';

export const es: PolicyWords = {
  proposed: {
    log: 'Dirección IP, hora, página solicitada, navegador',
    logFor: 'Servir las páginas y mantener la seguridad del sitio',
    logInterest: 'Un sitio que funciona y resiste ataques',
    identifiers:
      'Identificadores en cookies y en el almacenamiento del navegador, páginas visitadas, dispositivo y navegador',
    asked: 'Hacer lo que el visitante pide al sitio',
    asListed: 'El tiempo que indica para cada elemento la lista de lo que se almacena',
  },
  titles: {
    privacy: 'Política de privacidad',
    cookies: 'Política de cookies',
    imprint: 'Aviso legal',
    terms: 'Condiciones de uso',
    'app-cookies': 'Lo que almacena esta aplicación',
    staff: 'Información de privacidad para el personal',
    applicants: 'Información de privacidad para candidatos',
    supplement: 'Información de privacidad para residentes de estados federados de Estados Unidos',
  },
  intro: {
    privacy: (site, who) =>
      `Aquí se dice qué hace ${who} con los datos personales cuando usted utiliza ${site} y qué puede pedir.`,
    cookies: (site) =>
      `Esta página enumera lo que ${site} guarda en su navegador, para qué y durante cuánto tiempo, y cómo puede cambiar de opinión.`,
    'app-cookies': (site) =>
      `Esta página enumera lo que la aplicación ${site} guarda en su dispositivo, para qué y durante cuánto tiempo.`,
    staff: (_site, who) => `Aquí se dice qué hace ${who} con los datos personales de su personal.`,
    applicants: (_site, who) => `Aquí se dice qué hace ${who} con los datos personales de quienes solicitan un empleo.`,
    supplement: (site, who) =>
      `Esta información completa la política de privacidad de ${site} con lo que las leyes de estados federados de Estados Unidos exigen a ${who} comunicar a sus residentes.`,
    terms: (site, who) => `Estas condiciones dicen cómo ofrece ${who} el sitio ${site}.`,
  },
  controller: 'Quién es el responsable',
  imprint: 'Quién ofrece este sitio',
  representative: 'Representante en la Unión Europea',
  officer: 'Delegado de protección de datos',
  representedBy: 'Representado por',
  register: 'Registro',
  vat: 'NIF-IVA',
  uses: 'Qué utilizamos, para qué y con qué base',
  use: {
    source: {
      given: 'Usted nos lo facilita.',
      observed: 'Surge cuando usted utiliza el sitio.',
      others: (from) => `Origen: ${from || 'terceros'}.`,
    },
    what: (what) => `Datos: ${what}.`,
    basis: {
      consent:
        'Base jurídica: su consentimiento (art. 6.1.a) del RGPD), que puede retirar en cualquier momento; lo hecho hasta entonces sigue siendo lícito.',
      contract: 'Base jurídica: un contrato con usted o medidas previas a él (art. 6.1.b) del RGPD).',
      'legal-duty': 'Base jurídica: una obligación legal (art. 6.1.c) del RGPD).',
      vital: 'Base jurídica: intereses vitales (art. 6.1.d) del RGPD).',
      public: 'Base jurídica: una misión de interés público (art. 6.1.e) del RGPD).',
      interest: 'Base jurídica: nuestro interés legítimo (art. 6.1.f) del RGPD).',
    },
    interest: (interest) => `Nuestro interés: ${interest}.`,
    balance: (balance) => `Por qué no prevalecen los suyos: ${balance}.`,
    retention: (time) => `Plazo de conservación: ${time}.`,
  },
  form: {
    agree: (who, what, why) =>
      `Acepto que ${who} utilice estos datos míos: ${what}, con este fin: ${why}. Puedo retirarlo en cualquier momento.`,
  },
  stored: 'Qué se almacena en su navegador',
  storedWhere: 'La lista de todo lo que se almacena, con los plazos, está en la política de cookies.',
  recipients: 'Quién recibe datos',
  recipientsNone: 'No comunicamos datos a nadie, salvo a quien la ley nos obliga.',
  others: 'Otros destinatarios',
  roles: {
    processor: 'por cuenta nuestra',
    controller: 'bajo su propia responsabilidad',
    joint: 'conjuntamente con nosotros',
  },
  transfers: 'Datos que salen del Espacio Económico Europeo',
  transfersNone: 'Los datos no salen del Espacio Económico Europeo.',
  transfer: {
    unsaid: (name, country) => `${name}, ${country}.`,
    adequacy: (name, country) =>
      `${name}, ${country}: en virtud de una decisión de adecuación de la Comisión Europea (art. 45 del RGPD).`,
    clauses: (name, country) =>
      `${name}, ${country}: en virtud de cláusulas contractuales tipo de la Comisión Europea (art. 46.2.c) del RGPD). Puede pedirnos una copia.`,
    rules: (name, country) =>
      `${name}, ${country}: en virtud de normas corporativas vinculantes (art. 47 del RGPD). Puede pedirnos una copia.`,
    consent: (name, country) => `${name}, ${country}: con su consentimiento explícito (art. 49.1.a) del RGPD).`,
  },
  rights: 'Sus derechos',
  rightsHow: {
    page: (url) => `Puede ejercer sus derechos en ${url}. No cuesta nada.`,
    mail: (email) => `Puede ejercer sus derechos escribiendo a ${email}. No cuesta nada.`,
    unsaid: 'Puede ejercer sus derechos escribiéndonos. No cuesta nada.',
  },
  right: {
    access: 'saber qué tenemos de usted y obtener una copia',
    rectification: 'hacer que se rectifique',
    erasure: 'hacer que se suprima',
    restriction: 'hacer que se limite su uso',
    portability: 'llevárselo en un formato de lectura mecánica',
    objection: 'oponerse a su uso, y siempre a su uso para publicidad',
    'opt-out-of-sale': 'oponerse a su venta o a que se comparta',
    'opt-out-of-targeting': 'oponerse a la publicidad dirigida',
    'opt-out-of-profiling': 'oponerse a la elaboración de perfiles',
    'limit-sensitive': 'limitar el uso de datos sensibles',
    withdrawal: 'retirar un consentimiento',
    appeal: 'recurrir nuestra respuesta',
    'list-of-recipients': 'obtener una lista de quienes lo recibieron',
  },
  lawsOf: { eu: 'Espacio Económico Europeo', us: 'Estados Unidos, otros estados', world: 'Resto del mundo' },
  rightsUnder: (place) => `${place}: según la ley aplicable, usted puede:`,
  answerDays: (days) => `Respondemos en un plazo de ${days} días.`,
  complaint: 'Reclamaciones',
  complaintTo: (name) => `Puede reclamar ante una autoridad de control, entre otras: ${name}.`,
  children: 'Menores',
  childrenNot: (age) =>
    `El sitio no está dirigido a menores. Por debajo de los ${age} años, el consentimiento lo da la madre, el padre o el tutor.`,
  childrenFor: (age) =>
    `También utilizan el sitio menores. Por debajo de los ${age} años pedimos el consentimiento de la madre, el padre o el tutor.`,
  automated: 'Decisiones automatizadas',
  automatedNone: 'No tomamos sobre usted ninguna decisión basada únicamente en medios automatizados.',
  automatedUsed:
    'Algunas decisiones sobre usted se basan únicamente en medios automatizados (art. 22 del RGPD). Puede pedir que las revise una persona, expresar su punto de vista e impugnarlas.',
  sale: 'Venta y uso compartido de información personal',
  saleNone: 'No vendemos su información personal ni la compartimos para publicidad entre sitios.',
  saleSells:
    'Vendemos información personal en el sentido de las leyes de estados federados de Estados Unidos Puede oponerse en cualquier momento.',
  saleShares: 'Compartimos información personal para publicidad entre sitios. Puede oponerse en cualquier momento.',
  saleSignal: 'Una señal Global Privacy Control de su navegador vale como oposición.',
  incentives: 'Incentivos económicos',
  contact: 'Contacto',
  changes: 'Cambios de este documento',
  terms: {
    scope: [
      'De qué tratan estas condiciones',
      'Rigen para quien utilice el sitio. Lo que se haya acordado con usted por escrito de otro modo prevalece.',
    ],
    use: [
      'Cómo puede utilizarse el sitio',
      'No haga con él nada que infrinja la ley, perjudique a otros o impida su funcionamiento.',
    ],
    liability: [
      'Responsabilidad',
      'Respondemos sin límite por dolo y culpa grave y donde la ley lo disponga. En lo demás, respondemos de las obligaciones esenciales del contrato hasta el daño previsible.',
    ],
    law: [
      'Ley aplicable',
      'Rige la ley del país en que está establecido el prestador. Lo que protege a los consumidores donde viven no se ve afectado.',
    ],
  },
  reads: {
    units: { hour: 'horas?', day: 'días?', week: 'semanas?', month: 'mes(?:es)?', year: 'años?' },
    denies:
      '\\b(no|nunca|ning[uú]n\\p{L}*|tampoco)\\b[^.]{0,60}(transf[ei]\\p{L}*|salen|saldrán|terceros países|fuera de)',
    gap: 'nombre|fecha|empresa|dirección',
  },
};
