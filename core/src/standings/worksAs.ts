/** What a business that works for others is to them. */
export const worksAs = ['agency', 'consultant', 'measurement', 'studio', 'sister company'] as const
export type WorksAs = (typeof worksAs)[number]

const said: Readonly<Record<WorksAs, string>> = {
  agency: 'an agency',
  consultant: 'a consultant',
  measurement: 'a measurement business',
  studio: 'a studio',
  'sister company': 'a sister company',
}

/** `an agency`, as it stands after a name. */
export function sayWorksAs(works: WorksAs): string {
  return said[works]
}

/** `an agency in Tarnmouth`; where it is nothing in particular, `Tarnmouth`. */
export function sayWhereItWorks({
  worksAs: works,
  town,
}: {
  readonly worksAs: WorksAs | null
  readonly town: string
}): string {
  return works ? `${said[works]} in ${town}` : town
}

/** `Callum Osei-Bright, callum@gullwright.example, +44 20 7946 0000`: whom one writes to at a business. */
export function sayContact({
  name,
  address,
  telephone,
}: {
  readonly name: string
  readonly address: string
  readonly telephone: string | null
}): string {
  return [name, address, telephone].filter(Boolean).join(', ')
}
