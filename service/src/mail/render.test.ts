import fc from 'fast-check'
import { expect, test } from 'vitest'
import { fitted, type Letter } from '../base/letter.ts'
import { renderLetter } from './render.ts'

const letter: Letter = {
  to: { name: 'Bea', address: 'bea@ondaverde.example' },
  subject: 'Agnese lets you <run>',
  body: ['Dear Bea & co,', 'welcome.'],
  note: { text: '<script>alert("boo")</script>', from: "Agnese O'Torvald" },
  facts: [['Until', '23 May 2027']],
  button: { label: 'Read and answer', leads: { to: 'page', path: '/my-access' } },
  unexpected: 'Not expected? Leave it.',
}

const leads = { button: 'https://famiglia.example/my-access', noMore: null }
const nowhere = { button: null, noMore: null }

test('a letter says the same as text and as HTML', () => {
  const { text, html } = renderLetter(letter, leads)
  for (const words of [
    'welcome.',
    '23 May 2027',
    'https://famiglia.example/my-access',
    'Not expected? Leave it.',
    'Read and answer',
  ]) {
    expect(text).toContain(words)
    expect(html).toContain(words)
  }
})

test('whatever people wrote is shown and never carried out', () => {
  const { html } = renderLetter(letter, nowhere)
  expect(html).not.toContain('<script>')
  expect(html).toContain('&lt;script&gt;alert(&quot;boo&quot;)&lt;/script&gt;')
  expect(html).toContain('Dear Bea &amp; co')
  expect(html).toContain('<title>Agnese lets you &lt;run&gt;</title>')
})

test('what to do stands before the particulars, and a letter fits a phone and the night', () => {
  const { text, html } = renderLetter(letter, leads)
  for (const form of [text, html]) expect(form.indexOf('Read and answer')).toBeLessThan(form.indexOf('23 May 2027'))
  expect(html).toContain('<meta name="viewport"')
  expect(html).toContain('<meta name="color-scheme" content="light dark">')
})

test('without a button there is no link', () => {
  const { text, html } = renderLetter({ to: letter.to, subject: 'Ended', body: ['It is over.'] }, nowhere)
  expect(html).not.toContain('<a ')
  expect(text).toBe(
    'It is over.\n\nFamiglia: who may do what, with which asset, until when. No password ever changes hands.\n',
  )
})

test('a subject fits a line, and what was cut from it stands at the head of the letter, whole', () => {
  fc.assert(
    fc.property(fc.array(fc.string({ minLength: 1, unit: 'grapheme' }), { minLength: 1 }), words => {
      const subject = words.join(' ')
      const made = fitted({ ...letter, subject })
      expect([...made.subject].length).toBeLessThanOrEqual(78)
      if ([...subject].length <= 78) {
        expect(made.subject).toBe(subject)
        return
      }
      expect(made.subject.endsWith(' …')).toBe(true)
      expect(subject.startsWith(made.subject.slice(0, -2))).toBe(true)
      expect(renderLetter(made, nowhere).text.startsWith(subject)).toBe(true)
    }),
  )
})
