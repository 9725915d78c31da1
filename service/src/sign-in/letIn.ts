import type { FastifyReply, FastifyRequest } from 'fastify'
import type { Kit } from '../base/kit.ts'
import { setSessionCookie } from '../base/session.ts'
import { sessionDays } from './sessions.ts'
import { Tries } from './tries.ts'

/** Gives a browser the sign-in that was begun there; the account knows the browser from now on. */
export async function letIn(kit: Kit, request: FastifyRequest, reply: FastifyReply, secret: string): Promise<void> {
  setSessionCookie(reply, secret, sessionDays.console * 86_400)
  await new Tries(kit).know(secret, request, reply)
}
