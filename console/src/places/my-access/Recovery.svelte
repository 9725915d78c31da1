<script lang="ts">
  import { capitalised, sayCount } from '@famiglia/core'
  import Outcome from '../../parts/Outcome.svelte'
  import { Doing } from '../../reach/doing.svelte'
  import { answerOf, service } from '../../reach/service'
  import RecoveryCodes from './RecoveryCodes.svelte'

  let { left }: { left: number } = $props()

  const doing = new Doing()
  let codes: string[] = $state([])
  const draw = () =>
    doing.run(async () => {
      codes = (await answerOf(service.POST('/v1/me/recovery-codes'))).codes
    })
</script>

<p>
  <span class={{ due: left < 3 }}>{capitalised(sayCount(left, 'recovery code is', 'recovery codes are'))} left.</span>
  <button class="btn btn-sm" onclick={draw}>Draw new ones</button>
</p>
<Outcome {doing} label="Draw new ones" />
<RecoveryCodes {codes} />
