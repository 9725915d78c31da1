import { FirstRecords1795392000000 } from './1795392000000-first-records.ts'
import { TeamsBundlesPurposes1795422000000 } from './1795422000000-teams-bundles-purposes.ts'
import { Partners1795459000000 } from './1795459000000-partners.ts'
import { OneRecord1795600000000 } from './1795600000000-one-record.ts'
import { Admins1795700000000 } from './1795700000000-admins.ts'
import { Links1795800000000 } from './1795800000000-links.ts'
import { Billing1795900000000 } from './1795900000000-billing.ts'
import { Handovers1796000000000 } from './1796000000000-handovers.ts'
import { Understudies1796100000000 } from './1796100000000-understudies.ts'
import { OwnAndPeople1796200000000 } from './1796200000000-own-and-people.ts'
import { NamesInOrder1796300000000 } from './1796300000000-names-in-order.ts'
import { WhoseAsk1796400000000 } from './1796400000000-whose-ask.ts'
import { Closing1796500000000 } from './1796500000000-closing.ts'
import { Everyday1796600000000 } from './1796600000000-everyday.ts'
import { Tries1796700000000 } from './1796700000000-tries.ts'
import { Openings1796800000000 } from './1796800000000-openings.ts'
import { Letters1796900000000 } from './1796900000000-letters.ts'
import { SingleSignOn1797000000000 } from './1797000000000-single-sign-on.ts'
import { LettersWanted1797100000000 } from './1797100000000-letters-wanted.ts'
import { Marks1797200000000 } from './1797200000000-marks.ts'
import { QuickerReads1797300000000 } from './1797300000000-quicker-reads.ts'
import { MarksInOrder1797400000000 } from './1797400000000-marks-in-order.ts'

/** All migrations, oldest first. One that has landed is never edited. */
export const migrations = [
  FirstRecords1795392000000,
  TeamsBundlesPurposes1795422000000,
  Partners1795459000000,
  OneRecord1795600000000,
  Admins1795700000000,
  Links1795800000000,
  Billing1795900000000,
  Handovers1796000000000,
  Understudies1796100000000,
  OwnAndPeople1796200000000,
  NamesInOrder1796300000000,
  WhoseAsk1796400000000,
  Closing1796500000000,
  Everyday1796600000000,
  Tries1796700000000,
  Openings1796800000000,
  Letters1796900000000,
  SingleSignOn1797000000000,
  LettersWanted1797100000000,
  Marks1797200000000,
  QuickerReads1797300000000,
  MarksInOrder1797400000000,
]
