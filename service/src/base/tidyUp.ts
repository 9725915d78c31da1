import type { DataSource } from 'typeorm'

const forgotten = [
  'DELETE FROM oidc_record WHERE expires_at < now()',
  // A platform that did not answer for a day is not told any more.
  "DELETE FROM platform_sign_in USING session WHERE session.id = session_id AND least(ended_at, expires_at) < now() - interval '1 day'",
  "DELETE FROM idempotency_key WHERE at < now() - interval '2 days'",
  "DELETE FROM mail WHERE sent_at < now() - interval '30 days'",
  "DELETE FROM mail WHERE refused_at < now() - interval '120 days'",
  'DELETE FROM try_count WHERE expire < extract(epoch FROM now()) * 1000',
  "DELETE FROM known_place WHERE seen_at < now() - interval '180 days'",
  'DELETE FROM passkey_challenge WHERE expires_at < now()',
  "DELETE FROM letter_proof WHERE expires_at < now() - interval '30 days'",
  "DELETE FROM opening WHERE expires_at < now() - interval '30 days' AND business_id IS NULL",
]

/** Removes what nothing will ask for again: spent sign-in steps, old idempotency keys, letters that arrived long ago. No access hangs on any of it. */
export function tidyUp(database: DataSource): () => Promise<void> {
  return async () => {
    for (const statement of forgotten) await database.query(statement)
  }
}
