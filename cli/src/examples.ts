/** Two examples of each command, as they are typed: its help and the manual page show them. */
export const examples: Readonly<Record<string, readonly [string, string]>> = {
  'sign-in': ['famiglia sign-in', 'famiglia sign-in --url https://famiglia.example'],
  'sign-out': ['famiglia sign-out', 'famiglia sign-out && famiglia sign-in'],
  me: ['famiglia me', 'famiglia me --json'],
  'act-for': ['famiglia act-for B-4815-1623-97', 'famiglia act-for "Fold & Gutter"'],
  prove: ['famiglia prove', 'famiglia prove --code 123456'],
  token: ['famiglia token "weekly report" --days 90', 'famiglia token "nightly sync" --days 30 --unattended'],
  let: [
    'famiglia let priya@ondaverde.example run on ad-account/summer-crossings until 2027-03-31',
    'famiglia let "Priya Lindqvist" "run our adverts" --note "For the summer"',
  ],
  end: [
    'famiglia end priya@ondaverde.example on ad-account/summer-crossings',
    'famiglia end priya@ondaverde.example --note "Left in June"',
  ],
  preview: [
    'famiglia preview let priya@ondaverde.example watch on page/day-trips',
    'famiglia preview --letters let priya@ondaverde.example run on page/day-trips',
  ],
  who: ['famiglia who ad-account/summer-crossings', 'famiglia who "Winter Freight" --ready "run our adverts"'],
  what: ['famiglia what', 'famiglia what priya@ondaverde.example --csv'],
  can: [
    'famiglia can me ads.publish ad-account/summer-crossings',
    'famiglia can priya@ondaverde.example ads.pause "Winter Freight" && echo yes',
  ],
  why: [
    'famiglia why me ads.publish ad-account/summer-crossings',
    'famiglia why priya@ondaverde.example payment.change ad-account/winter-freight',
  ],
  people: ['famiglia people', 'famiglia people --invited'],
  history: ['famiglia history --verify', 'famiglia history --asset ad-account/summer-crossings --csv'],
  find: ['famiglia find freight', 'famiglia find MA-20417'],
  access: ['famiglia access', 'famiglia access --show spend --count'],
  'see-as': ['famiglia see-as priya@ondaverde.example', 'famiglia see-as B-4815-1623-97'],
  ready: [
    'famiglia ready priya@ondaverde.example "run our adverts"',
    'famiglia ready me "run our adverts" --on ad-account/summer-crossings',
  ],
  ask: [
    'famiglia ask watch on ad-account/summer-crossings --reason "For the monthly report"',
    'famiglia ask B-4815-1623-97 "run our adverts" --reason "As we agreed on Monday" --contact "Sanne, 020 555 0142"',
  ],
  desk: ['famiglia desk', 'famiglia desk --follow'],
  meant: [
    'famiglia meant priya@ondaverde.example "run our adverts"',
    'famiglia meant priya@ondaverde.example "run our adverts" --tell-again',
  ],
  'pass-on': ['famiglia pass-on bea@ondaverde.example', 'famiglia pass-on 01a21496-45a0-7432-9790-617c8d599c5b'],
  move: [
    'famiglia move 01a21496-45a0-7432-9790-617c8d599c5b',
    'famiglia move 01a21496-45a0-7432-9790-617c8d599c5b --refuse',
  ],
  accept: [
    'famiglia accept 01a21496-45a0-7432-9790-617c8d599c5b',
    'famiglia accept 01a21496-45a0-7432-9790-617c8d599c5b --less "watch on ad-account/winter-freight"',
  ],
  decline: [
    'famiglia decline 01a21496-45a0-7432-9790-617c8d599c5b',
    'famiglia decline 01a21496-45a0-7432-9790-617c8d599c5b --reason "We work with another agency now"',
  ],
  withdraw: ['famiglia withdraw bea@ondaverde.example', 'famiglia withdraw 01a21496-45a0-7432-9790-617c8d599c5b'],
  remind: ['famiglia remind bea@ondaverde.example', 'famiglia remind 01a21496-45a0-7432-9790-617c8d599c5b'],
  assets: ['famiglia assets', 'famiglia assets claim marram MA-20555 --handle spring-crossings'],
  'open-business': [
    'famiglia open-business',
    'famiglia open-business --business "Tide House" --town Porto --zone Europe/Lisbon',
  ],
  bundles: [
    'famiglia bundles make adverts --name Adverts --all ad-account',
    'famiglia bundles put adverts ad-account/winter-freight',
  ],
  purposes: [
    'famiglia purposes',
    'famiglia purposes write "Write the newsletter" --must mailing-account=edit --also page=watch',
  ],
  standing: [
    'famiglia standing priya@ondaverde.example finance',
    'famiglia standing noor@ondaverde.example admin --note "Takes over from Agnese"',
  ],
  pause: [
    'famiglia pause priya@ondaverde.example',
    'famiglia pause priya@ondaverde.example --reason "On leave until May"',
  ],
  resume: [
    'famiglia resume priya@ondaverde.example',
    'famiglia resume priya@ondaverde.example --reason "Back from leave"',
  ],
  freeze: [
    'famiglia freeze ad-account/summer-crossings --reason "Somebody spends what nobody planned"',
    'famiglia freeze ad-account/summer-crossings --under manager-account/north',
  ],
  unfreeze: ['famiglia unfreeze ad-account/summer-crossings', 'famiglia unfreeze priya@ondaverde.example'],
  leave: ['famiglia leave', 'famiglia leave --for B-4815-1623-97'],
  offboard: [
    'famiglia offboard priya@ondaverde.example',
    'famiglia offboard priya@ondaverde.example --yes --reason "Leaves at the end of May"',
  ],
  teams: [
    'famiglia teams make paid-media --name "Paid media"',
    'famiglia teams join paid-media priya@ondaverde.example',
  ],
  admins: ['famiglia admins', 'famiglia admins approvals two --reason "As our auditors ask"'],
  understudy: [
    'famiglia understudy name noor@ondaverde.example --after 14',
    'famiglia understudy step-in --reason "Nobody has answered for two weeks"',
  ],
  'invite-business': [
    'famiglia invite-business callum@foldgutter.example',
    'famiglia invite-business callum@foldgutter.example --note "So that we can share our accounts"',
  ],
  'look-up': ['famiglia look-up B-4815-1623-97', 'famiglia look-up B-4815-1623-97 --json'],
  partners: ['famiglia partners', 'famiglia partners freeze B-4815-1623-97'],
  held: ['famiglia held', 'famiglia held --csv'],
  link: [
    'famiglia link ad-account/summer-crossings under manager-account/north at run',
    'famiglia link --numbers accounts.csv under manager-account/north at watch',
  ],
  unlink: [
    'famiglia unlink ad-account/summer-crossings from manager-account/north',
    'famiglia unlink "Winter Freight" from "North"',
  ],
  tree: ['famiglia tree', 'famiglia tree manager-account/north --days 30 --order spend'],
  label: [
    'famiglia label manager-account/north ad-account/summer-crossings "Ferries, summer"',
    'famiglia label manager-account/north ad-account/summer-crossings',
  ],
  money: ['famiglia money', 'famiglia money --csv'],
  billing: [
    'famiglia billing ad-account/summer-crossings to B-4815-1623-97 from 2027-01-01',
    'famiglia billing --call-off ad-account/summer-crossings',
  ],
  means: ['famiglia means', 'famiglia means add marram'],
  'hand-over': [
    'famiglia hand-over page/day-trips to B-4815-1623-97 because "You run it from June on"',
    'famiglia hand-over page/day-trips to B-4815-1623-97 keeping watch with people because "You run it from June on"',
  ],
  handovers: ['famiglia handovers', 'famiglia handovers stop 01a21496-45a0-7432-9790-617c8d599c5b --reason "Not yet"'],
  contests: [
    'famiglia contests',
    'famiglia contests no 01a21496-45a0-7432-9790-617c8d599c5b --reason "It has been ours since 2019"',
  ],
  close: ['famiglia close', 'famiglia close --reason "The company is wound up"'],
  reopen: ['famiglia reopen', 'famiglia reopen --for B-4815-1623-97'],
  inbox: ['famiglia inbox', 'famiglia inbox --sent --all'],
  profile: [
    'famiglia profile',
    'famiglia profile set --works-as agency --contact-name "Sanne Okoye" --telephone "+31 20 555 0142"',
  ],
  card: ['famiglia card B-4815-1623-97', 'famiglia card publish --introduction "We run adverts for ferries"'],
  'in-trust': ['famiglia in-trust "Tide House" --town Porto', 'famiglia in-trust "Tide House" --zone Europe/Lisbon'],
  chair: [
    'famiglia chair owner@tidehouse.example',
    'famiglia chair owner@tidehouse.example --note "All is set up for you"',
  ],
  'offers-at-once': ['famiglia offers-at-once no', 'famiglia offers-at-once yes'],
  'sign-ins': ['famiglia sign-ins', 'famiglia sign-ins end 01a21496-45a0-7432-9790-617c8d599c5b'],
  'recovery-codes': ['famiglia recovery-codes', 'famiglia recovery-codes --json'],
  'forgot-password': [
    'famiglia forgot-password priya@ondaverde.example',
    'famiglia forgot-password me@tidehouse.example',
  ],
  'new-password': [
    'famiglia new-password https://famiglia.example/new-password#…',
    'famiglia new-password https://famiglia.example/new-password#… --code 123456',
  ],
  addresses: ['famiglia addresses', 'famiglia addresses add priya@home.example'],
  reminders: ['famiglia reminders', 'famiglia reminders off'],
  completion: ['source <(famiglia completion bash)', 'famiglia completion fish'],
  manual: ['famiglia manual | man -l -', 'famiglia manual > famiglia.1'],
  serve: ['famiglia serve', 'FAMIGLIA_PORT=4820 famiglia serve'],
  check: ['famiglia check', 'DATABASE_URL=postgres://… famiglia check && famiglia serve'],
  demo: ['famiglia demo', 'famiglia demo --fresh'],
}
