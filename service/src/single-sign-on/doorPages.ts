import { escapeHtml } from '../mail/render.ts'

/** A page that the service draws itself, in the console's dress: for the command line's sign-in, signing out, and what fails there. */
export function doorPage(title: string, body: string): string {
  return `<!doctype html><html lang="en"><head><meta charset="utf-8"><meta name="viewport" content="width=device-width, initial-scale=1"><title>${escapeHtml(title)} · Famiglia</title>
<link rel="stylesheet" href="/door.css"></head><body><header><a href="/">Famiglia</a></header><main><h1>${escapeHtml(title)}</h1>${body}</main></body></html>`
}

export function askForUserCode(form: string, problem: string | null): string {
  const complaint = problem ? `<p class="bad" role="alert">${escapeHtml(problem)}</p>` : ''
  return doorPage(
    'Let the command line in',
    `<p>Enter the code that <code>famiglia sign-in</code> shows in your terminal.</p>${complaint}${form}<button type="submit" form="op.deviceInputForm">Go on</button>`,
  )
}

export function confirmUserCode(form: string, userCode: string): string {
  const question = `<p>Is this the code in your terminal?</p><p class="code">${escapeHtml(userCode)}</p><p>Anyone who has it can then act as you until you end it. If you did not begin this yourself, refuse.</p>`
  const buttons =
    '<p><button type="submit" form="op.deviceConfirmForm" autofocus>Yes, let it in</button> <button class="plain" type="submit" form="op.deviceConfirmForm" name="abort" value="yes">Refuse</button></p>'
  return doorPage('Let the command line in', question + form + buttons)
}

export const letIn = doorPage(
  'The command line is in',
  '<p>Go back to your terminal. You can end this sign-in there with <code>famiglia sign-out</code>.</p>',
)

export function askToSignOut(form: string, platform: string | null): string {
  const from = platform ? ` ${escapeHtml(platform)} asks for it.` : ''
  return doorPage(
    'Sign out of Famiglia?',
    `<p>You are then signed out here and on every platform that you entered from this browser.${from}</p>${form}<p><button type="submit" form="op.logoutForm" name="logout" value="yes" autofocus>Yes, sign out</button> <button class="plain" type="submit" form="op.logoutForm">Stay signed in</button></p>`,
  )
}

export const signedOut = doorPage('You are signed out', '<p><a href="/sign-in">Sign in again</a></p>')
