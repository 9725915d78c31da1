/** The demo: the scenario, told through the client. */
export { linkIn, marramAccounts, tellScenario, type DemoPerson } from './scenario.ts'
export { startTown, type Town } from './town.ts'
