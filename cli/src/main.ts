import { runProgram } from './program.ts'

// Whoever reads may stop reading before all is written, as `head` does.
process.stdout.on('error', (error: NodeJS.ErrnoException) => {
  if (error.code === 'EPIPE') process.exit(0)
  throw error
})

process.exitCode = await runProgram(process.argv.slice(2), process.env)
