import { html, page, type Html } from '../html.ts'
import { activities, nounOf } from './activities.ts'
import type { Answer } from './askFamiglia.ts'
import type { SignedIn } from './signIn.ts'
import type { Item, Registering, Thing } from './things.ts'

/** What tells one stand-in from another. */
export interface Look {
  readonly name: string
  readonly about: string
  readonly accent: string
}

/** A stand-in that refers people to Famiglia, which says why. */
export interface Referring extends Look {
  readonly famiglia: string
}

function head({ name, about }: Look, signedIn: SignedIn | null): Html {
  const who = signedIn
    ? html`<span>${signedIn.name}</span>
        <form class="inline" method="post" action="/sign-out">
          <button>Sign out</button> <button name="everywhere" value="yes">Sign out of Famiglia too</button>
        </form>`
    : html`<a href="/sign-in">Sign in through Famiglia</a>`
  return html`<b>${name}</b><span>${about}; a stand-in platform</span><a href="/">Yours</a
    ><a href="/keeper">Keeper’s desk</a>${who}`
}

export function homePage(
  look: Look,
  signedIn: SignedIn | null,
  reached: readonly { thing: Thing; answer: Answer }[],
): string {
  if (!signedIn)
    return page(
      look.name,
      look.accent,
      head(look, null),
      html`<h1>${look.name}</h1>
        <p>People sign in through Famiglia, which says what each of them may do here.</p>
        <p><a href="/sign-in">Sign in through Famiglia</a></p>`,
    )
  const rows = reached.map(
    ({ thing, answer }) =>
      html`<tr>
        <td><a href="/assets/${thing.ref}">${thing.name}</a></td>
        <td>${nounOf(thing.kind)}</td>
        <td>${thing.ref}</td>
        <td>${answer.level}</td>
      </tr>`,
  )
  const list =
    rows.length > 0
      ? html`<table>
          <tr>
            <th>Name</th>
            <th>Kind</th>
            <th>Number</th>
            <th>You have</th>
          </tr>
          ${rows}
        </table>`
      : html`<p>Famiglia gives you access to nothing here.</p>`
  return page(
    look.name,
    look.accent,
    head(look, signedIn),
    html`<h1>What you reach</h1>
      ${list}`,
  )
}

export function thingPage(
  look: Referring,
  signedIn: SignedIn,
  thing: Thing,
  may: Record<string, Answer>,
  refused: string | null,
): string {
  const doing = activities[thing.kind]!
  const sees = may[doing.figures]!.sees
  const figures = Object.entries(thing.figures).map(
    ([name, value]) =>
      html`<dt>${name}</dt>
        <dd>${sees.includes(name) ? value : html`<i>hidden from you</i>`}</dd>`,
  )
  const rows = may[doing.see]!.allowed ? thing.items.map(item => itemRow(thing, item)) : []
  const content = may[doing.see]!.allowed
    ? html`<table>
        <tr>
          <th>Title</th>
          <th>State</th>
          <th>By</th>
          <th></th>
        </tr>
        ${rows}
      </table>`
    : html`<p class="note">What is here is not shown to you.</p>`
  return page(
    thing.name,
    look.accent,
    head(look, signedIn),
    html`${refusal(look, thing.ref, refused)}
      <h1>${thing.name}</h1>
      <p>
        ${nounOf(thing.kind)}, ${thing.ref}${thing.keeper ? html`, kept by ${thing.keeper.name}` : null}. You have
        <b>${may[doing.see]!.level}</b> here.
      </p>
      <dl>${figures}</dl>
      ${content}
      <h2>New ${doing.item}</h2>
      <form method="post" action="/assets/${thing.ref}/items">
        <label>Title <input name="title" required maxlength="80" /></label> <button>Draft</button>
      </form>
      <h2>Who has access</h2>
      <form method="post" action="/assets/${thing.ref}/access"><button>Change who has access</button></form>`,
  )
}

function itemRow(thing: Thing, item: Item): Html {
  const doing = activities[thing.kind]!
  const button = (path: string, label: string) =>
    html`<form class="inline" method="post" action="/assets/${thing.ref}/items/${item.id}/${path}">
      <button>${label}</button>
    </form>`
  const word = { draft: 'draft', out: doing.published, paused: 'paused' }[item.state]
  return html`<tr>
    <td>${item.title}</td>
    <td>${word}</td>
    <td>${item.by}</td>
    <td>
      ${item.state === 'out' ? (doing.pause ? button('pause', 'Pause') : null) : button('publish', doing.publishWord)}
      ${doing.remove ? button('delete', 'Delete') : null}
    </td>
  </tr>`
}

export function refusedPage(look: Referring, signedIn: SignedIn, ref: string, reason: string): string {
  return page(
    'Not allowed',
    look.accent,
    head(look, signedIn),
    html`${refusal(look, ref, reason)}
      <p><a href="/">Back to what you reach</a></p>`,
  )
}

/** Why it was refused, as Famiglia says; and the way back there, to see who can change it. */
function refusal({ name, famiglia }: Referring, ref: string, reason: string | null): Html | null {
  if (!reason) return null
  return html`<p class="refused" role="alert">
    ${name} refused. ${reason}
    <a href="${famiglia}/my-access?why=${encodeURIComponent(ref)}">Why, and who can change it</a>
  </p>`
}

export function keeperPage(look: Look, things: readonly { thing: Thing; code: string | null }[]): string {
  const rows = things.map(
    ({ thing, code }) =>
      html`<tr id="${thing.ref}">
        <td>${thing.name}</td>
        <td>${nounOf(thing.kind)}</td>
        <td>${thing.ref}</td>
        <td>${thing.keeper?.name ?? html`<span class="note">the person who made it</span>`}</td>
        <td>${code ? html`<span class="code">${code}</span>` : html`<span class="note">none asked for</span>`}</td>
      </tr>`,
  )
  return page(
    'Keeper’s desk',
    look.accent,
    head(look, null),
    html`<h1>Keeper’s desk</h1>
      <p class="note">
        What the keeper of a thing sees with ${look.name}’s own sign-in. It stands open in this stand-in, so that
        control can be proven without a second set of passwords.
      </p>
      <table>
        <tr>
          <th>Name</th>
          <th>Kind</th>
          <th>Number</th>
          <th>Kept by</th>
          <th>Code for Famiglia</th>
        </tr>
        ${rows}
      </table>`,
  )
}

/** Where somebody registers a means of payment for a business; Famiglia is told its name, its end and how long it is good. */
export function meansPage(look: Look, { ref, holder }: Registering, wrong: string | null): string {
  return page(
    'A means of payment',
    look.accent,
    head(look, null),
    html`${wrong ? html`<p class="refused" role="alert">${wrong}</p>` : null}
      <h1>A means of payment for ${holder}</h1>
      <p>
        The number stays with ${look.name}. Famiglia is told what it is called, its last four digits, and until when it
        is good. Nothing is charged by registering it.
      </p>
      <form method="post" action="/means/${ref}">
        <p>
          <label>What you call it <input name="name" required maxlength="60" placeholder="Harbour card" /></label>
        </p>
        <p>
          <label>Number <input name="number" inputmode="numeric" autocomplete="off" placeholder="made up" /></label>
        </p>
        <p>
          <label>Good until the end of <input name="month" type="month" /></label>
        </p>
        <p>
          <label><input name="refused" type="checkbox" /> Refuse it when it is charged, to try that out</label>
        </p>
        <button>Register it, and go back to Famiglia</button>
      </form>`,
  )
}

export function refusedMeansPage(look: Look): string {
  return page(
    'Nothing here',
    look.accent,
    head(look, null),
    html`<p class="refused" role="alert">
      This page was used already, or never begun. Begin again in Famiglia, under Money.
    </p>`,
  )
}
