import { html, page, type Html } from '../html.ts'
import type { MarramAccount } from './accounts.ts'
import type { Answer } from './askFamiglia.ts'
import type { SignedIn } from './signIn.ts'

const accent = '#27566b'

function head(signedIn: SignedIn | null): Html {
  const who = signedIn
    ? html`<span>${signedIn.name}</span>
        <form class="inline" method="post" action="/sign-out"><button>Sign out</button></form>`
    : html`<a href="/sign-in">Sign in through Famiglia</a>`
  return html`<b>Marram</b><span>adverts; a stand-in platform</span><a href="/">Accounts</a
    ><a href="/keeper">Keeper’s desk</a>${who}`
}

export function homePage(
  signedIn: SignedIn | null,
  reached: readonly { account: MarramAccount; answer: Answer }[],
): string {
  if (!signedIn)
    return page(
      'Marram',
      accent,
      head(null),
      html`<h1>Marram</h1>
        <p>Adverts are run here. People sign in through Famiglia, which says what each of them may do.</p>
        <p><a href="/sign-in">Sign in through Famiglia</a></p>`,
    )
  const rows = reached.map(
    ({ account, answer }) =>
      html`<tr>
        <td><a href="/assets/${account.ref}">${account.name}</a></td>
        <td>${account.ref}</td>
        <td>${answer.level}</td>
      </tr>`,
  )
  const list =
    rows.length > 0
      ? html`<table>
          <tr>
            <th>Ad account</th>
            <th>Number</th>
            <th>You have</th>
          </tr>
          ${rows}
        </table>`
      : html`<p>Famiglia gives you access to no account here.</p>`
  return page(
    'Marram',
    accent,
    head(signedIn),
    html`<h1>Your accounts</h1>
      ${list}`,
  )
}

export function accountPage(
  signedIn: SignedIn,
  account: MarramAccount,
  may: Record<string, Answer>,
  refused: string | null,
): string {
  const sees = may['report.see']!.sees
  const figure = (name: string, value: string) =>
    html`<dt>${name}</dt>
      <dd>${sees.includes(name.toLowerCase()) ? value : html`<i>hidden from you</i>`}</dd>`
  const button = (path: string, label: string) =>
    html`<form class="inline" method="post" action="/assets/${account.ref}${path}"><button>${label}</button></form>`
  const adverts = account.adverts.map(
    advert =>
      html`<tr>
        <td>${advert.title}</td>
        <td>${advert.state}</td>
        <td>${advert.by}</td>
        <td>
          ${advert.state === 'published' ? button(`/adverts/${advert.id}/pause`, 'Pause') : button(`/adverts/${advert.id}/publish`, 'Publish')}
        </td>
      </tr>`,
  )
  return page(
    account.name,
    accent,
    head(signedIn),
    html`${refusal(refused)}
      <h1>${account.name}</h1>
      <p>${account.ref}. You have <b>${may['report.see']!.level}</b> here.</p>
      <dl>
        ${figure('Spend', account.spend)}${figure('Revenue', account.revenue)}${figure('Contacts', String(account.contacts))}
        <dt>Daily budget</dt>
        <dd>${account.dailyBudget} euros</dd>
      </dl>
      <h2>Adverts</h2>
      <table>
        <tr>
          <th>Advert</th>
          <th>State</th>
          <th>By</th>
          <th></th>
        </tr>
        ${adverts}
      </table>
      <h2>New advert</h2>
      <form method="post" action="/assets/${account.ref}/adverts">
        <label>Title <input name="title" required maxlength="80" /></label> <button>Draft</button>
      </form>
      <h2>Who has access</h2>
      <form method="post" action="/assets/${account.ref}/access"><button>Change who has access</button></form>`,
  )
}

export function refusedPage(signedIn: SignedIn, reason: string): string {
  return page(
    'Not allowed',
    accent,
    head(signedIn),
    html`${refusal(reason)}
      <p><a href="/">Back to your accounts</a></p>`,
  )
}

function refusal(reason: string | null): Html | null {
  return reason ? html`<p class="refused" role="alert">Marram refused. ${reason}</p>` : null
}

export function keeperPage(accounts: readonly { account: MarramAccount; code: string | null }[]): string {
  const rows = accounts.map(
    ({ account, code }) =>
      html`<tr id="${account.ref}">
        <td>${account.name}</td>
        <td>${account.ref}</td>
        <td>${code ? html`<span class="code">${code}</span>` : html`<span class="note">none asked for</span>`}</td>
      </tr>`,
  )
  return page(
    'Keeper’s desk',
    accent,
    head(null),
    html`<h1>Keeper’s desk</h1>
      <p class="note">
        What the keeper of an account sees with Marram’s own sign-in. It stands open in this stand-in, so that control
        can be proven without a second set of passwords.
      </p>
      <table>
        <tr>
          <th>Ad account</th>
          <th>Number</th>
          <th>Code for Famiglia</th>
        </tr>
        ${rows}
      </table>`,
  )
}
