import MailComposer from 'nodemailer/lib/mail-composer/index.js'

export interface Letter {
  subject: string
  text: string
  attachments: readonly { name: string; content: Buffer }[]
  at: Date
}

/** A letter as a file that any mail program opens as a draft: nobody is written to by the server. */
export function letterFile({ subject, text, attachments, at }: Letter): Promise<Buffer> {
  const mail = new MailComposer({
    subject,
    text,
    date: at,
    headers: { 'X-Unsent': '1' },
    attachments: attachments.map(({ name, content }) => ({ filename: name, content, contentType: 'application/pdf' })),
  })
  return mail.compile().build()
}
