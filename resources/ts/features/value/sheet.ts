import { computed, ref, watch, type Ref } from 'vue'
import { useAnswer } from '@/api/answer'
import { api, ask, type Schemas } from '@/api/client'
import { useSession } from '@/stores/session'

type Changes = Schemas['CashFlowChanges']
const STEPS_BACK = 40

/** The cash flow sheet of a company with what the reader changed in it; every change can be taken back. */
export function useCashFlowSheet(ticker: Ref<string | null>) {
  const session = useSession()
  const changes = ref<Changes>({})
  const past = ref<Changes[]>([])
  watch(ticker, () => {
    changes.value = {}
    past.value = []
  })
  function change(part: Changes): void {
    past.value = [...past.value.slice(-STEPS_BACK), changes.value]
    changes.value = { ...changes.value, ...part }
  }
  function back(): void {
    const last = past.value.at(-1)
    if (!last) return
    past.value = past.value.slice(0, -1)
    changes.value = last
  }
  const body = computed(() => ({ changes: changes.value, as_of: session.asOf }))
  const { state: sheet, reload } = useAnswer(
    'cash-flow-value',
    () => ({ ticker: ticker.value, body: body.value }),
    ({ ticker, body }, signal) =>
      ticker ? ask(api.POST('/companies/{ticker}/cash-flow-value', { params: { path: { ticker } }, body, signal })) : null,
  )
  return {
    changes,
    past,
    change,
    setFigure: (name: string, value: number) => change({ figures: { ...changes.value.figures, [name]: value } }),
    setDriver: (name: string, rule: Schemas['DriverRule']) => change({ drivers: { ...changes.value.drivers, [name]: rule } }),
    back,
    body,
    sheet,
    reload,
  }
}
