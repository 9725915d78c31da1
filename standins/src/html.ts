const entities: Readonly<Record<string, string>> = {
  '&': '&amp;',
  '<': '&lt;',
  '>': '&gt;',
  '"': '&quot;',
  "'": '&#39;',
}

/** Markup that is safe to put into a page as it is. */
export class Html {
  constructor(readonly markup: string) {}
}

type Part = string | number | Html | null | undefined | readonly Html[]

/** Builds markup; whatever is put in is escaped, unless it was built here too. */
export function html(strings: TemplateStringsArray, ...parts: Part[]): Html {
  return new Html(strings.reduce((sum, text, index) => sum + asMarkup(parts[index - 1]) + text))
}

function asMarkup(part: Part): string {
  if (part === null || part === undefined) return ''
  if (part instanceof Html) return part.markup
  if (Array.isArray(part)) return part.map(one => (one as Html).markup).join('')
  return String(part).replace(/[&<>"']/g, sign => entities[sign]!)
}

/** A whole page of a stand-in. `accent` is the one colour that tells the stand-ins apart. */
export function page(title: string, accent: string, head: Html, body: Html): string {
  return html`<!doctype html>
    <html lang="en">
      <head>
        <meta charset="utf-8" />
        <meta name="viewport" content="width=device-width, initial-scale=1" />
        <title>${title}</title>
        <style>
          pre {
            white-space: pre-wrap;
          }
          body {
            margin: 0;
            font:
              16px/1.5 system-ui,
              sans-serif;
            color: #1d2430;
            background: #fff;
          }
          header {
            background: ${new Html(accent)};
            color: #fff;
            padding: 12px 24px;
            display: flex;
            gap: 24px;
            align-items: baseline;
            flex-wrap: wrap;
          }
          header a,
          header button {
            color: #fff;
          }
          header b {
            font-size: 20px;
          }
          main {
            max-width: 960px;
            margin: 0 auto;
            padding: 24px;
          }
          table {
            border-collapse: collapse;
            width: 100%;
          }
          th,
          td {
            text-align: left;
            padding: 8px 12px 8px 0;
            border-bottom: 1px solid #d5dae2;
            vertical-align: top;
          }
          button {
            font: inherit;
            padding: 4px 12px;
            cursor: pointer;
            border: 1px solid currentColor;
            border-radius: 4px;
            background: none;
          }
          input {
            font: inherit;
            padding: 4px 8px;
            border: 1px solid #68707d;
            border-radius: 4px;
          }
          .refused {
            border-left: 4px solid #a3261b;
            padding: 8px 16px;
            background: #fbeeed;
          }
          .code {
            font:
              600 28px/1.4 ui-monospace,
              monospace;
          }
          dl {
            display: grid;
            grid-template-columns: max-content 1fr;
            gap: 4px 24px;
          }
          dd {
            margin: 0;
          }
          iframe {
            width: 100%;
            height: 70vh;
            border: 1px solid #d5dae2;
          }
          .note {
            color: #4c5563;
            font-size: 14px;
          }
          form.inline {
            display: inline;
          }
        </style>
      </head>
      <body>
        <header>${head}</header>
        <main>${body}</main>
      </body>
    </html>`.markup
}
