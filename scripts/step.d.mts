export function step<T>(what: string, work: (tell: (far: string) => void) => Promise<T>): Promise<T>
export function stepByProgram(
  what: string,
  command: readonly string[],
  options?: {
    readonly cwd?: string
    readonly env?: NodeJS.ProcessEnv
    readonly far?: () => string
    readonly mayFail?: boolean
  },
): Promise<boolean>
export function whatToDo(said: string): string
