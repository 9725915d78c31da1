/** The demo: the scenario, told through the client. */
export { peopleOfBeginning, tellBeginning, tellScenario } from './scenario.ts'
export { bringIn, linkIn, openBusiness, type DemoPerson } from './telling.ts'
export { startTown, type Town } from './town.ts'
