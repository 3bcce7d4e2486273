<script setup lang="ts">
import { onKeyStroke } from '@vueuse/core'
import { computed, ref } from 'vue'
import { api, ask, type Schemas } from '@/api/client'
import { useAnswer } from '@/api/answer'
import { number } from '@/design/format'
import { useNotices } from '@/stores/notices'
import { useSession } from '@/stores/session'

/**
 * Dividends, splits, rights, spin-offs and endings of what is held that are not entered: each is taken by a press, all of them by one
 * key. Of rights and shares of others the data tell what they were worth, not whose they are: they become a position of one's own.
 */
const props = defineProps<{ holding: Schemas['Holding'] }>()
const emit = defineEmits<{ changed: [] }>()
const session = useSession()
const notices = useNotices()
const SHOWN = 3
const { state, reload } = useAnswer(
  'action proposals',
  () => ({ id: props.holding.id, revision: props.holding.revision, asOf: session.asOf }),
  ({ id, asOf }, signal) =>
    ask(api.GET('/portfolios/{id}/proposals', { params: { path: { id }, query: asOf ? { as_of: asOf } : {} }, signal })),
)
type Proposal = Schemas['ActionProposal']
const busy = ref(false)
const proposals = computed(() => state.value.data?.proposals ?? [])
const all = ref(false)
const shown = computed(() => (all.value ? proposals.value : proposals.value.slice(0, SHOWN)))
const words = (of: Proposal): string =>
  of.type === 'dividend'
    ? `dividend of ${of.amount} ${of.currency}${of.tax ? `, ${of.tax} of it withheld` : ''}, on ${number(of.held, 0)}`
    : of.type === 'split'
      ? `split, ${of.ratio} for one`
      : of.came
        ? `${of.came === 'rights' ? 'rights to new shares' : 'shares of another company'}, one for each of ${number(of.held, 0)}` +
          (of.instrument?.price ? `, worth ${number(Number(of.instrument.price), 2)} ${of.instrument.currency} each` : '') +
          `, ${number(100 * Number(of.cost_share), 1)} % of what was paid`
        : `its listing ended: ${number(of.held, 0)} at ${of.price ?? 'a price to be given'}`
async function take(list: Proposal[]): Promise<void> {
  if (busy.value || !list.length) return
  busy.value = true
  try {
    const body = { ids: list.map((of) => of.id), as_of: session.asOf }
    const { file, entered } = await ask(api.POST('/portfolios/{id}/proposals', { params: { path: { id: props.holding.id } }, body }))
    notices.say(entered === 1 ? `Entered: ${list[0]!.name}.` : `Entered ${entered}.`, async () => {
      await ask(api.POST('/portfolio-files/{id}/undo', { params: { path: { id: file } } }))
      emit('changed')
      reload()
    })
  } catch (error) {
    notices.fail(error)
  } finally {
    busy.value = false
    emit('changed')
    reload()
  }
}
onKeyStroke('t', (event) => {
  const target = event.target as HTMLElement
  if (event.ctrlKey || event.metaKey || event.altKey || /^(INPUT|TEXTAREA|SELECT)$/.test(target.tagName)) return
  void take(proposals.value)
})
</script>

<template>
  <section v-if="proposals.length" class="proposals">
    <h2>Not entered yet</h2>
    <p v-if="proposals.some((of) => of.type === 'split')" class="attention">
      A split is among them: quantities and what they are worth are wrong until it is entered.
    </p>
    <p v-if="proposals.some((of) => of.came)" class="quiet">
      Rights and shares of another company are entered as a position of your own, at what the price lost with them. Sell it, or give it its
      name and prices under
      <router-link :to="{ name: 'hold', params: { portfolio: holding.id, view: 'instruments' } }">Own instruments</router-link>, when you
      know more.
    </p>
    <ul>
      <li v-for="of in shown" :key="of.id">
        {{ of.day }} <strong>{{ of.name }}</strong>: {{ words(of) }}
        <v-btn size="x-small" :disabled="busy" :aria-label="`Enter: ${of.name}, ${of.day}`" @click="take([of])">Enter</v-btn>
      </li>
    </ul>
    <div class="choices">
      <v-btn v-if="proposals.length > shown.length" size="small" @click="all = true">All {{ proposals.length }}</v-btn>
      <v-btn size="small" variant="flat" :loading="busy" @click="take(proposals)">Enter all {{ proposals.length }}</v-btn>
      <span class="quiet">or press <kbd>t</kbd></span>
    </div>
  </section>
</template>

<style scoped>
.proposals {
  border-left: 3px solid rgb(var(--v-theme-accent));
  padding-left: calc(var(--space) * 4);
  margin-bottom: calc(var(--space) * 4);
}
ul {
  list-style: none;
  padding: 0;
  margin: 0 0 calc(var(--space) * 2);
}
.choices {
  display: flex;
  align-items: center;
  gap: calc(var(--space) * 2);
}
</style>
