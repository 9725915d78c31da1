import { readFileSync } from 'node:fs'
import { join } from 'node:path'
import { generate } from 'otplib'
import { homeFolder } from './home.ts'

/** `npm run code <address>`: the six-digit code that somebody of the demo would read off their app now. */
const [address] = process.argv.slice(2)
const { people } = JSON.parse(readFileSync(join(homeFolder(), 'demo.json'), 'utf8')) as {
  people: { email: string; totpSecret: string | null }[]
}
const person = people.find(one => one.email === address)
if (!person?.totpSecret) {
  process.stderr.write(
    `${address ?? 'Nobody'} has no second step in this demo. ${people
      .filter(one => one.totpSecret)
      .map(one => one.email)
      .join(', ')} have.\n`,
  )
  process.exit(2)
}
const secondsLeft = 30 - (Math.floor(Date.now() / 1000) % 30)
process.stdout.write(`${await generate({ secret: person.totpSecret })}\n`)
process.stderr.write(`good for ${secondsLeft} more seconds, once\n`)
