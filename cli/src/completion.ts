import { answerOf } from '@famiglia/client'
import { allActions, tiers } from '@famiglia/core'
import type { Command } from 'commander'
import type { Context } from './context.ts'

export const shells = ['bash', 'zsh', 'fish'] as const
export type Shell = (typeof shells)[number]

/** What a shell reads once, so that it asks `famiglia complete` for what may come next. */
export const scripts: Readonly<Record<Shell, string>> = {
  bash: `# famiglia: put this into ~/.bashrc:  source <(famiglia completion bash)
_famiglia() {
  local line="\${COMP_LINE:0:COMP_POINT}" word candidate before
  local -a words
  read -ra words <<<"$line"
  [[ "$line" == *[[:space:]] ]] && words+=("")
  word="\${words[\${#words[@]}-1]}"
  # bash takes "@" and ":" for ends of words: what stands before the last of them is there already.
  before="\${word%"\${word##*[@:]}"}"
  COMPREPLY=()
  while IFS= read -r candidate; do
    candidate="$(printf '%q' "$candidate")"
    COMPREPLY+=("\${candidate#"$before"}")
  done < <(famiglia complete -- "\${words[@]:1}" 2>/dev/null)
}
complete -F _famiglia famiglia
`,
  zsh: `#compdef famiglia
# famiglia: put this into ~/.zshrc, after compinit:  source <(famiglia completion zsh)
_famiglia() {
  local -a candidates
  candidates=("\${(@f)$(famiglia complete -- "\${(@)words[2,$CURRENT]}" 2>/dev/null)}")
  compadd -- $candidates
}
compdef _famiglia famiglia
`,
  fish: `# famiglia: put this into ~/.config/fish/completions/famiglia.fish:  famiglia completion fish > …
complete -c famiglia -f -a '(famiglia complete -- (commandline -opc)[2..-1] (commandline -ct) 2>/dev/null)'
`,
}

/** What may stand where the last of the words begins: commands and options, and where a name belongs those that there are. */
export async function completionsOf(
  program: Command,
  words: readonly string[],
  openContext: (business: string | undefined) => Context,
): Promise<string[]> {
  const begun = words.at(-1) ?? ''
  const { command, given } = commandIn(program, words.slice(0, -1))
  const fits = (candidates: readonly string[]) =>
    [...new Set(candidates)].filter(candidate => candidate.startsWith(begun)).sort()
  if (begun.startsWith('-')) return fits(optionsOf(command, program))
  const inner = given.length === 0 ? command.commands.map(one => one.name()) : []
  const asked = command.registeredArguments[Math.min(given.length, command.registeredArguments.length - 1)]
  if (!asked || (given.length >= command.registeredArguments.length && !asked.variadic)) return fits(inner)
  const at = words.indexOf('--for')
  const names = await namesFor(asked.name(), openContext(at < 0 ? undefined : words[at + 1]))
  return fits([...inner, ...names])
}

function commandIn(program: Command, words: readonly string[]): { command: Command; given: string[] } {
  let command = program
  const given: string[] = []
  for (const word of words) {
    if (word.startsWith('-')) continue
    const inner = given.length === 0 ? command.commands.find(one => one.name() === word) : undefined
    if (inner) command = inner
    else given.push(word)
  }
  return { command, given }
}

function optionsOf(command: Command, program: Command): string[] {
  return [...command.options, ...program.options].flatMap(({ long }) => (long ? [long] : []))
}

/** The names that an argument takes, as they are on the first page of each list; none where the service cannot be asked. */
async function namesFor(argument: string, context: Context): Promise<string[]> {
  const wanted = {
    people: /who|person|whom|words/.test(argument),
    assets: /what|asset|account|words/.test(argument),
    purposes: /purpose|words/.test(argument),
    teams: /team|who|words/.test(argument),
    partners: /partner|business/.test(argument),
  }
  const words = argument === 'words' ? [...tiers, 'on', 'until', 'hiding'] : argument === 'action' ? allActions : []
  try {
    const params = { path: await context.path(), query: { limit: 200 } }
    const from = { path: params.path }
    const { client } = context
    const lists = await Promise.all([
      wanted.people
        ? answerOf(client.GET('/v1/businesses/{business}/people', { params })).then(({ items }) =>
            items.map(({ address }) => address),
          )
        : [],
      wanted.assets
        ? answerOf(client.GET('/v1/businesses/{business}/assets', { params })).then(({ items }) =>
            items.map(({ kind, handle }) => `${kind}/${handle}`),
          )
        : [],
      wanted.purposes
        ? answerOf(client.GET('/v1/businesses/{business}/purposes', { params: from })).then(({ items }) =>
            items.map(({ name }) => name),
          )
        : [],
      wanted.teams
        ? answerOf(client.GET('/v1/businesses/{business}/teams', { params })).then(({ items }) =>
            items.map(({ handle }) => `team/${handle}`),
          )
        : [],
      wanted.partners
        ? answerOf(client.GET('/v1/businesses/{business}/partners', { params })).then(({ items }) =>
            items.map(({ number }) => number),
          )
        : [],
    ])
    return [...words, ...lists.flat()]
  } catch {
    return words
  }
}
