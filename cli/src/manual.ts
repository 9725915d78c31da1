import type { Command } from 'commander'
import { examples } from './examples.ts'

/** A manual page (roff, man(7)) of all commands, made from the commands themselves. */
export function manualOf(program: Command, version: string, closing: string): string {
  const options = (command: Command) =>
    command.options
      .filter(({ hidden }) => !hidden)
      .map(({ flags, description }) => `.TP\n.B ${plain(flags)}\n${plain(description)}`)
  const commands = program.commands.flatMap(command => described(command as Command, ''))
  return [
    `.TH FAMIGLIA 1 "" "famiglia ${version}" "Famiglia"`,
    '.SH NAME',
    `famiglia \\- ${plain(program.description().replace(/\.$/, '').toLowerCase())}`,
    '.SH SYNOPSIS',
    '.B famiglia\n[options] command …',
    '.SH OPTIONS',
    ...options(program),
    '.SH COMMANDS',
    ...commands,
    '.SH ENVIRONMENT AND EXIT STATUS',
    ...closing.trim().split('\n').map(plain),
    '',
  ].join('\n')

  function described(command: Command, before: string): string[] {
    if ((command as unknown as { _hidden: boolean })._hidden || command.name() === 'help') return []
    const name = `${before}${command.name()}`
    const taken = command.registeredArguments.map(one => (one.required ? `<${one.name()}>` : `[${one.name()}]`))
    return [
      '.SS ' + plain([name, ...taken].join(' ')),
      plain(command.description()),
      ...options(command),
      ...(examples[name] ?? []).map(line => `.PP\n.nf\n$ ${plain(line)}\n.fi`),
      ...command.commands.flatMap(inner => described(inner as Command, `${name} `)),
    ]
  }
}

/** A line of text as roff takes it: no sign of its own, and none at the beginning that would be a request. */
function plain(text: string): string {
  return text
    .replaceAll('\\', '\\e')
    .replaceAll('-', '\\-')
    .replace(/^(?=[.'])/gm, '\\&')
}
