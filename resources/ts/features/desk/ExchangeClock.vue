<script setup lang="ts">
import { computed, ref } from 'vue'
import { useAnswer } from '@/api/answer'
import { api, ask } from '@/api/client'
import WorkProgress from '@/design/WorkProgress.vue'
import { useSession } from '@/stores/session'

/** Where the simulated exchange stands, and that it goes on: shown in a demo to who may change its data. */
const INTERVAL = 500
/** In trading days. */
const WEEK = 5
const MONTH = 21
const YEAR = 252
const session = useSession()
const task = ref<number | null>(null)
const problem = ref<string | null>(null)
/** Work has ended, and where the exchange stands now is not known yet. */
const isSettling = ref(false)
let wasAhead = false
const { state: exchange, reload: reloadExchange } = useAnswer(
  'simulation',
  () => session.latestDay,
  async (_, signal) => {
    const found = await ask(api.GET('/simulation', { signal }))
    isSettling.value = false
    task.value ??= found.task ?? null
    // After a cancel, or where somebody else lets it go on, days come whose metrics are still computed.
    if (wasAhead && !found.ahead && task.value === null) {
      await session.load()
      session.figuresChanged()
    }
    wasAhead = found.ahead
    return found
  },
  ({ ahead }) => (task.value === null && ahead ? INTERVAL : false),
)
const { state: answer, reload } = useAnswer(
  'simulation-task',
  () => ({ id: task.value }),
  async ({ id }, signal) => {
    if (id === null) return null
    const work = await ask(api.GET('/tasks/{id}', { params: { path: { id } }, signal }))
    if (!['waiting', 'running'].includes(work.state)) await arrive(work.state, work.message ?? null)
    return work
  },
  (work) => (work !== null && ['waiting', 'running'].includes(work.state) ? INTERVAL : false),
)
const work = computed(() => (task.value === null ? null : (answer.value.data ?? null)))
const isGoingOn = computed(() => task.value !== null)
const areDaysOnTheirWay = computed(() => isGoingOn.value || isSettling.value || exchange.value.data?.ahead === true)

/** The work has ended: everything of the latest day is another. */
async function arrive(state: string, message: string | null): Promise<void> {
  task.value = null
  isSettling.value = true
  problem.value = state === 'done' ? null : message
  await session.load()
  session.figuresChanged()
  reloadExchange()
}

async function advance(wish: { days?: number; next_event?: boolean }): Promise<void> {
  problem.value = null
  try {
    task.value = (await ask(api.POST('/simulation/advance', { body: wish }))).id
    reload()
  } catch (error) {
    problem.value = error instanceof Error ? error.message : String(error)
  }
}

async function cancel(): Promise<void> {
  if (task.value !== null) await ask(api.DELETE('/tasks/{id}', { params: { path: { id: task.value } } })).catch(() => undefined)
  // The metrics of the days before may come between this look at the latest day and the next.
  wasAhead = true
  await arrive('cancelled', 'Cancelled. Days that were begun are kept.')
}
</script>

<template>
  <section v-if="exchange.data?.day && session.canChangeFacts" class="clock" aria-label="Simulated exchange">
    <div class="stand">
      <p>
        The exchange stands at <strong>{{ exchange.data.day }}</strong>.
      </p>
      <p v-if="areDaysOnTheirWay" class="quiet">
        Days are on their way; until their metrics are there, everything is as of {{ session.latestDay }}.
      </p>
      <p v-else class="quiet">Simulated, it goes on when you let it: prices, reports, estimates and news of the next days.</p>
    </div>
    <div v-if="isGoingOn" class="work" role="status">
      <WorkProgress :work="work" what="days" label="Progress of the exchange" />
      <v-btn size="small" variant="outlined" @click="cancel">Cancel</v-btn>
    </div>
    <div v-else class="choices">
      <v-btn variant="outlined" @click="advance({ days: 1 })">Next day</v-btn>
      <v-btn variant="outlined" @click="advance({ days: WEEK })">A week</v-btn>
      <v-btn variant="outlined" @click="advance({ days: MONTH })">A month</v-btn>
      <v-btn variant="outlined" @click="advance({ days: YEAR })">A year</v-btn>
      <v-btn variant="outlined" @click="advance({ next_event: true })">To the next report</v-btn>
    </div>
    <p v-if="problem" class="worse told" role="alert">{{ problem }}</p>
  </section>
</template>

<style scoped>
.clock {
  display: flex;
  flex-wrap: wrap;
  align-items: start;
  justify-content: space-between;
  gap: calc(var(--space) * 2);
  margin-bottom: calc(var(--space) * 4);
}
/* What is said changes while it goes on; the buttons stay where they are. */
.stand {
  flex: 1;
  min-width: 320px;
}
.told {
  flex-basis: 100%;
}
.choices {
  display: flex;
  flex-wrap: wrap;
  gap: var(--space);
}
.work {
  min-width: 260px;
}
</style>
