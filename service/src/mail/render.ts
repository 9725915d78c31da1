import type { Letter } from '../base/letter.ts'

export interface RenderedLetter {
  readonly text: string
  readonly html: string
}

/** Where a letter leads: by its button, and to no more of its kind. */
export interface Leads {
  readonly button: string | null
  readonly noMore: string | null
}

/** A letter as plain text and as HTML. Everything in it that people wrote is escaped. */
export function renderLetter(letter: Letter, leads: Leads): RenderedLetter {
  return { text: asText(letter, leads), html: asHtml(letter, leads) }
}

function asText(letter: Letter, { button: url, noMore }: Leads): string {
  const headline = letter.headline ? [letter.headline] : []
  const note = letter.note ? [`“${letter.note.text}”\n${letter.note.from}`] : []
  const facts = letter.facts?.length ? [letter.facts.map(([term, answer]) => `${term}: ${answer}`).join('\n')] : []
  const button = letter.button && url ? [`${letter.button.label}:\n${url}`] : []
  const unexpected = letter.unexpected ? [letter.unexpected] : []
  const less = noMore ? [`${fewer}: ${noMore}`] : []
  return `${[...headline, ...letter.body, ...note, ...button, ...facts, ...unexpected, signed, ...less].join('\n\n')}\n`
}

const fewer = 'No more reminders by letter'

const signed = 'Famiglia: who may do what, with which asset, until when. No password ever changes hands.'

const style = {
  page: 'margin:0;padding:12px;background:#f1f3e6;color:#2b1a26;font:16px/1.5 Georgia,serif',
  sheet: 'max-width:560px;margin:0 auto;padding:20px;overflow-wrap:anywhere;background:#fcfcf8;border-radius:3px',
  note: 'margin:16px 0;padding:2px 0 2px 16px;border-left:3px double #c99a8b;font-style:italic',
  term: 'padding:7px 16px 7px 0;border-top:1px solid #d5d8c4;color:#5b4754;font-style:italic;vertical-align:top;width:36%',
  answer: 'padding:7px 0;border-top:1px solid #d5d8c4;vertical-align:top',
  button:
    'display:inline-block;padding:11px 18px;background:#5a1f49;color:#fdfcf6;border-radius:3px;font-weight:bold;text-decoration:none',
  small: 'color:#5b4754;font-size:14px',
}

/** What mail programs that follow the system’s theme show by night; the others keep to the styles on the parts. */
const byNight = `@media (prefers-color-scheme: dark) {
.page { background:#171d24 !important; color:#e9e6da !important }
.sheet { background:#1f2730 !important }
.small, .term { color:#b9b4a6 !important }
.term, .answer { border-color:#3a444f !important }
.button { background:#e3b7d3 !important; color:#2b1a26 !important }
}`

function asHtml(letter: Letter, { button: url, noMore }: Leads): string {
  const headline = letter.headline ? `<p><b>${escapeHtml(letter.headline)}</b></p>` : ''
  const body = letter.body.map(paragraph => `<p>${escapeHtml(paragraph)}</p>`).join('\n')
  const note = letter.note
    ? `<blockquote style="${style.note}">${escapeHtml(letter.note.text)}<br>${escapeHtml(letter.note.from)}</blockquote>`
    : ''
  const rows = (letter.facts ?? []).map(
    ([term, answer]) =>
      `<tr><td class="term" style="${style.term}">${escapeHtml(term)}</td><td class="answer" style="${style.answer}">${escapeHtml(answer)}</td></tr>`,
  )
  const facts =
    rows.length > 0 ? `<table style="border-collapse:collapse;margin:16px 0;width:100%">${rows.join('\n')}</table>` : ''
  const button =
    letter.button && url
      ? `<p style="margin:24px 0"><a class="button" href="${escapeHtml(url)}" style="${style.button}">${escapeHtml(letter.button.label)}</a></p>`
      : ''
  const unexpected = letter.unexpected
    ? `<p class="small" style="${style.small}">${escapeHtml(letter.unexpected)}</p>`
    : ''
  const less = noMore
    ? `<p class="small" style="${style.small}"><a class="small" href="${escapeHtml(noMore)}" style="${style.small}">${fewer}</a></p>`
    : ''
  return `<!doctype html><html lang="en"><head><meta charset="utf-8"><meta name="viewport" content="width=device-width"><meta name="color-scheme" content="light dark"><title>${escapeHtml(letter.subject)}</title><style>${byNight}</style></head><body class="page" style="${style.page}"><div class="sheet" style="${style.sheet}">
${headline}${body}${note}${button}${facts}${unexpected}<p class="small" style="${style.small}">${escapeHtml(signed)}</p>${less}</div></body></html>`
}

const entities: Readonly<Record<string, string>> = {
  '&': '&amp;',
  '<': '&lt;',
  '>': '&gt;',
  '"': '&quot;',
  "'": '&#39;',
}

export function escapeHtml(text: string): string {
  return text.replace(/[&<>"']/g, sign => entities[sign]!)
}
