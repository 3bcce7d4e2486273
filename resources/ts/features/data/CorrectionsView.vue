<script setup lang="ts">
import { computed, ref } from 'vue'
import { api, ask, type Schemas } from '@/api/client'
import { amount, number } from '@/design/format'
import LoadState from '@/design/LoadState.vue'
import PageSteps from '@/design/PageSteps.vue'
import { useAnswer } from '@/api/answer'
import { useNotices } from '@/stores/notices'
import { useSession } from '@/stores/session'

/** Everything the reader corrected or supplied, what was made together as one entry. */
const session = useSession()
const notices = useNotices()
const page = ref(1)
const { state, reload } = useAnswer('corrections', page, (page, signal) =>
  ask(api.GET('/corrections', { params: { query: { page } }, signal })),
)
const batches = computed(() => {
  const groups = new Map<string, Schemas['Correction'][]>()
  for (const entry of state.value.data?.data ?? []) {
    const key = entry.batch ?? String(entry.id)
    groups.set(key, [...(groups.get(key) ?? []), entry])
  }
  return [...groups.entries()].map(([batch, entries]) => ({
    batch,
    entries,
    active: entries.filter((entry) => !entry.withdrawn_on).length,
  }))
})
const show = (entry: Schemas['Correction']): string =>
  entry.value === null
    ? 'struck out'
    : Math.abs(entry.value ?? 0) >= 1e4
      ? amount(entry.value ?? 0)
      : number(entry.value ?? 0, Number.isInteger(entry.value) ? 0 : 2)

async function change(batch: string, withdraw: boolean): Promise<void> {
  const path = { params: { path: { batch } } }
  const run = async (take: boolean) => {
    if (take) await ask(api.DELETE('/corrections/{batch}', path))
    else await ask(api.POST('/corrections/{batch}/restore', path))
    session.figuresChanged()
  }
  try {
    await run(withdraw)
    notices.say(withdraw ? 'Withdrawn: the figures are again as filed.' : 'In force again.', () => run(!withdraw))
  } catch (error) {
    notices.fail(error)
  }
}
</script>

<template>
  <div>
    <LoadState :state="state" @again="reload" />
    <p v-if="state.data && !state.data.data.length" class="quiet">
      Nothing was corrected. Choose a figure of a statement and correct it in the margin, mend a
      <router-link :to="{ name: 'data', params: { view: 'findings' } }">finding</router-link>, or
      <router-link :to="{ name: 'data', params: { view: 'enter' } }">enter a statement</router-link>.
    </p>
    <article v-for="group in batches" :key="group.batch" :class="{ quiet: !group.active }">
      <div>
        <p>
          <router-link :to="{ name: 'read', params: { ticker: group.entries[0]!.ticker ?? '', view: 'statements' } }">{{
            group.entries[0]!.company
          }}</router-link>
          <span class="quiet">{{ group.entries[0]!.made_on }}{{ group.active ? '' : ' · withdrawn or replaced' }}</span>
        </p>
        <p>
          {{ group.entries[0]!.note }} <span v-if="group.entries[0]!.source" class="quiet">{{ group.entries[0]!.source }}</span>
        </p>
        <details v-if="group.entries.length > 3">
          <summary>{{ group.entries.length }} figures</summary>
          <p v-for="entry in group.entries" :key="entry.id" class="small">{{ entry.label }}, {{ entry.period_label }}: {{ show(entry) }}</p>
        </details>
        <template v-else>
          <p v-for="entry in group.entries" :key="entry.id" class="small">
            {{ entry.label }}, {{ entry.period_label }}: {{ show(entry) }}
            <span class="quiet">{{ entry.unit === 'money' ? entry.currency : '' }}</span>
          </p>
        </template>
      </div>
      <v-btn size="small" @click="change(group.batch, group.active > 0)">{{ group.active ? 'Withdraw' : 'Put in force' }}</v-btn>
    </article>
    <PageSteps v-model="page" :pages="state.data?.meta.last_page" label="Pages of corrections" />
  </div>
</template>

<style scoped>
article {
  display: grid;
  grid-template-columns: 1fr auto;
  gap: calc(var(--space) * 4);
  align-items: start;
  border-bottom: 1px solid rgb(var(--v-theme-rule));
  padding: calc(var(--space) * 2) 0;
  max-width: 900px;
}
.small {
  font-size: var(--type-text);
}
</style>
