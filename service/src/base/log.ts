import pino, { type Logger } from 'pino'

/**
 * The log: JSON lines. Of an error only its name, code, message and stack are written: database errors carry the
 * connection and the values of the statement with them, and no address or secret may come into the log that way.
 */
export function openLog(level: string, destination?: pino.DestinationStream): Logger {
  return pino({ level, serializers: { err: sayError } }, destination ?? pino.destination(1))
}

function sayError(error: unknown): object {
  const { name, code, message, stack } = error as { name?: string; code?: string; message?: string; stack?: string }
  return { type: name, ...(code ? { code } : {}), message, stack }
}
