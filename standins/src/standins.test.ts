import { createTransport } from 'nodemailer'
import { afterAll, beforeAll, expect, test } from 'vitest'
import { freePort } from '../../service/src/base/free-port.ts'
import { html } from './html.ts'
import { askFamiglia } from './platform/askFamiglia.ts'
import { Things, type Thing } from './platform/things.ts'
import { startInbox, type Inbox } from './inbox/inbox.ts'

let inbox: Inbox
beforeAll(async () => {
  inbox = await startInbox({ port: await freePort(), smtpPort: await freePort(), file: null, reportsTo: null })
})
afterAll(() => inbox.close())

const account: Thing = {
  ref: 'MA-1',
  kind: 'ad-account',
  name: 'One',
  payment: 'a card',
  figures: { spend: '1' },
  items: [],
}

test('the inbox keeps a letter that comes twice under one Message-ID once, with the links in it', async () => {
  const transport = createTransport({ url: inbox.smtpUrl } as object)
  const letter = {
    from: 'letters@famiglia.example',
    to: 'Bea@ondaverde.example',
    subject: 'Twice',
    text: 'See https://famiglia.example/x#y',
    messageId: '<one@famiglia.example>',
  }
  await transport.sendMail(letter)
  await transport.sendMail(letter)
  expect(inbox.letters.list('bea@ondaverde.example')).toMatchObject([
    { subject: 'Twice', links: ['https://famiglia.example/x#y'] },
  ])
  expect(inbox.letters.list('somebody@else.example')).toEqual([])
})

test('what a letter says is shown in the inbox and never carried out', async () => {
  const transport = createTransport({ url: inbox.smtpUrl } as object)
  await transport.sendMail({
    from: 'a@b.example',
    to: 'c@d.example',
    subject: '<img src=x onerror=alert(1)>',
    html: '<script>alert(1)</script>',
  })
  const page = await (await fetch(inbox.url)).text()
  expect(page).toContain('&lt;img src=x')
  expect(page).not.toContain('<img src=x')
})

test('a code of the platform is good once, and only the one shown', () => {
  const accounts = new Things({ things: [account], means: [] }, 'MA', null)
  expect(accounts.takeCode('MA-1', '000000')).toBe('wrong')
  accounts.showCode('MA-1')
  const code = accounts.codeOf('MA-1')!
  expect(accounts.takeCode('MA-1', `${code.slice(0, 3)} ${code.slice(3)}`)).toBe('right')
  expect(accounts.takeCode('MA-1', code)).toBe('wrong')
})

test('when Famiglia does not answer, the platform allows nothing', async () => {
  const answers = await askFamiglia('http://127.0.0.1:9', 'secret', { person: 'x', kind: 'ad-account', ref: 'MA-1' }, [
    'ads.see',
    'ads.publish',
  ])
  expect(Object.values(answers).every(answer => !answer.allowed && answer.reason.includes('does not answer'))).toBe(
    true,
  )
})

test('markup that is put together escapes what is put in, and keeps what was built', () => {
  expect(html`<p>${'<b>&'}${html`<i>${'"'}</i>`}${null}${[html`x`, html`y`]}</p>`.markup.replace(/\s+/g, '')).toBe(
    '<p>&lt;b&gt;&amp;<i>&quot;</i>xy</p>',
  )
})
