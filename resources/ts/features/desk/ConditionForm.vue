<script setup lang="ts">
import { useDebounceFn } from '@vueuse/core'
import { computed, ref, watch } from 'vue'
import { api, ask, type Schemas } from '@/api/client'
import { useAnswer } from '@/api/answer'
import { counted, number, readNumber } from '@/design/format'
import { useCatalogue } from '@/stores/catalogue'
import { useNotices } from '@/stores/notices'
import CheckFields from './CheckFields.vue'
import { checkBody, freshCheck } from './check'

/** A condition to be set: when it would have called in the last three years is seen first. */
const props = defineProps<{ ticker: string; list: number | null; line: number | null }>()
const emit = defineEmits<{ made: []; cancel: [] }>()
const notices = useNotices()
const catalogue = useCatalogue()
const ticker = ref(props.ticker)
const check = ref({ ...freshCheck(props.line ? 'level' : 'price_below'), drawn_line: props.line })
const note = ref('')
const byMail = ref(false)
const byWebhook = ref(false)
const tried = ref<Schemas['TriedCondition'] | null>(null)
const problem = ref<string | null>(null)
const { state: lists } = useAnswer('lists', null, (_, signal) => ask(api.GET('/lists', { signal })))
const listName = computed(() => lists.value.data?.find((of) => of.id === props.list)?.name)
const body = computed(() => checkBody(check.value, readNumber))
const complete = computed(() => Object.values(body.value).every((of) => of !== null && of !== ''))
const attempt = useDebounceFn(async () => {
  problem.value = null
  tried.value = null
  const of = ticker.value.trim()
  if (!of || !complete.value) return
  try {
    tried.value = await ask(api.POST('/conditions/try', { body: { ...body.value, ticker: of } }))
  } catch (error) {
    problem.value = (error as Error).message
  }
}, 400)
watch([ticker, body], attempt, { immediate: true })
async function set(): Promise<void> {
  try {
    const of = props.list === null ? { ticker: ticker.value.trim() } : { list: props.list }
    await ask(
      api.POST('/conditions', {
        body: { ...body.value, ...of, note: note.value || null, by_mail: byMail.value, by_webhook: byWebhook.value },
      }),
    )
    notices.say('Set. It is looked at whenever a new day comes.')
    emit('made')
  } catch (error) {
    problem.value = (error as Error).message
  }
}
const words = computed(() =>
  tried.value ? (check.value.kind.startsWith('criterion') ? catalogue.words(tried.value.words) : tried.value.words) : '',
)
</script>

<template>
  <form class="editor" @submit.prevent="set" @keydown.esc="emit('cancel')">
    <h2>{{ list === null ? 'A condition that calls' : `A condition for all of ${listName ?? 'the list'}` }}</h2>
    <div class="fields">
      <v-text-field
        v-model="ticker"
        :label="list === null ? 'Company: its ticker' : 'Try it on (a ticker)'"
        hide-details
        class="ticker"
        @keydown.stop
      />
      <CheckFields v-model="check" :ticker="ticker" />
    </div>
    <p v-if="problem" class="worse" role="alert">{{ problem }}</p>
    <div v-if="tried" class="tried">
      <p>
        “{{ words }}” would have called <strong>{{ tried.calls.length ? counted(tried.calls.length, 'time') : 'never' }}</strong> since
        {{ tried.since }}<template v-if="tried.by_month">, looked at on the ends of months</template
        ><template v-if="tried.met !== null && !tried.is_event">; {{ tried.met ? 'it is so now' : 'it is not so now' }}</template
        ><template v-if="tried.actual !== null && !tried.is_event"> ({{ number(tried.actual, 2) }})</template>.
      </p>
      <p v-if="tried.calls.length" class="quiet">
        {{
          tried.calls
            .slice(-12)
            .map((of) => of.day)
            .join(' · ')
        }}{{ tried.calls.length > 12 ? ' and earlier ones' : '' }}
      </p>
      <p v-if="tried.calls.length > 24" class="attention">That is more often than monthly: it may nag.</p>
    </div>
    <div class="fields">
      <v-text-field v-model="note" label="Note that comes with it" hide-details class="wide" @keydown.stop />
      <v-checkbox v-model="byMail" label="by mail" hide-details density="compact" />
      <v-checkbox v-model="byWebhook" label="by webhook" hide-details density="compact" />
    </div>
    <div class="choices">
      <v-btn type="submit" size="small" variant="flat" :disabled="!complete || (list === null && !ticker.trim())">Set it</v-btn>
      <v-btn size="small" @click="emit('cancel')">Leave it</v-btn>
      <span class="quiet">Where mail and webhook go is set under Delivery.</span>
    </div>
  </form>
</template>

<style scoped>
.editor {
  border-left: 3px solid rgb(var(--v-theme-primary));
  padding-left: calc(var(--space) * 4);
  margin-bottom: calc(var(--space) * 4);
  max-width: 1000px;
}
.fields,
.choices {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: calc(var(--space) * 3);
  margin-bottom: calc(var(--space) * 2);
}
.ticker {
  width: 180px;
}
.wide {
  width: 340px;
}
.tried p {
  margin-bottom: var(--space);
}
</style>
