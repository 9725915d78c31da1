import { adminAsk } from './admins/kind.ts'
import type { ActOfTwo } from './admins/actOfTwo.ts'
import { businessAsk } from './asks/kind.ts'
import { billing } from './billing/kind.ts'
import { chair } from './chair/kind.ts'
import { handover } from './handovers/kind.ts'
import { invitation } from './invitations/kind.ts'
import { link } from './links/kind.ts'
import { offer } from './offers/kind.ts'
import { ownAsk } from './own-asks/kind.ts'
import { registerOf } from './proposals/kind.ts'
import { understudy } from './understudies/kind.ts'
import { namingUnderstudy } from './understudies/name.ts'

/** What takes a second admin where a business chose so, beside what is done to admins. */
const actsOfTwo: readonly ActOfTwo[] = [namingUnderstudy]

/** The one register of kinds of proposal: everything that takes the other side's yes. */
export const proposalKinds = registerOf([
  invitation,
  chair,
  offer,
  ownAsk,
  businessAsk,
  link,
  billing,
  handover,
  understudy,
  adminAsk(() => actsOfTwo),
])
