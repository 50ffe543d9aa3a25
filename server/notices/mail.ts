import nodemailer from 'nodemailer';

export interface Letter {
  from: string;
  to: string;
  subject: string;
  text: string;
}

/** Sends one letter through the operator's mail server. Throws where it was not taken. */
export async function sendMail(smtpUrl: string | null, letter: Letter): Promise<void> {
  if (!smtpUrl) throw new Error('no mail server is set (DOUANE_SMTP)');
  const transport = nodemailer.createTransport({ url: smtpUrl, connectionTimeout: 10_000, socketTimeout: 20_000 });
  try {
    await transport.sendMail(letter);
  } finally {
    transport.close();
  }
}
