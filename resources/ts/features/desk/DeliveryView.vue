<script setup lang="ts">
import { reactive, ref, watch } from 'vue'
import { api, ask, type Schemas } from '@/api/client'
import { useAnswer } from '@/api/answer'
import LoadState from '@/design/LoadState.vue'
import SheetTable from '@/design/SheetTable.vue'
import type { SheetColumn } from '@/design/sheet'
import { useNotices } from '@/stores/notices'

/** Where calls go besides Desk, when not, and whether they arrived. */
const notices = useNotices()
const { state, reload } = useAnswer(
  'delivery',
  null,
  (_, signal) => ask(api.GET('/delivery', { signal })),
  (of) => (of.deliveries.some((one) => one.state === 'waiting') ? 10_000 : false),
)
const form = reactive({ mail: '', webhook: '', quiet_from: '', quiet_to: '', time_zone: Intl.DateTimeFormat().resolvedOptions().timeZone })
const filled = ref(false)
watch(
  () => state.value.data,
  (of) => {
    if (!of || filled.value) return
    filled.value = true
    form.mail = of.mail ?? ''
    form.webhook = of.webhook ?? ''
    form.quiet_from = of.quiet_from ?? ''
    form.quiet_to = of.quiet_to ?? ''
    if (of.secret) form.time_zone = of.time_zone
  },
  { immediate: true },
)
async function keep(): Promise<void> {
  try {
    const or = (text: string): string | null => text.trim() || null
    await ask(
      api.PUT('/delivery', {
        body: {
          mail: or(form.mail),
          webhook: or(form.webhook),
          quiet_from: or(form.quiet_from),
          quiet_to: or(form.quiet_to),
          time_zone: form.time_zone,
        },
      }),
    )
    reload()
    notices.say('Kept.')
  } catch (error) {
    notices.fail(error)
  }
}
async function test(channel: 'mail' | 'webhook'): Promise<void> {
  try {
    await ask(api.POST('/delivery/test', { body: { channel } }))
    notices.say(channel === 'mail' ? 'A mail was sent.' : 'The webhook answered.')
  } catch (error) {
    notices.fail(error)
  }
}
const STATES = { waiting: 'waits', sent: 'arrived', failed: 'failed' }
const columns: SheetColumn<Schemas['Delivery']>[] = [
  { key: 'made', head: 'Called', of: (of) => of.made_at ?? '' },
  { key: 'channel', head: 'by', of: (of) => of.channel, class: 'left' },
  { key: 'state', head: '', heard: 'State', of: (of) => STATES[of.state], class: (of) => (of.state === 'failed' ? 'left worse' : 'left') },
  { key: 'when', head: 'When', of: (of) => of.sent_at ?? (of.state === 'waiting' ? `next try ${of.due_at}` : ''), class: 'left' },
  { key: 'attempts', head: 'Tries', of: (of) => of.attempts },
  { key: 'said', head: 'Why not', of: (of) => of.said ?? '', class: 'left' },
]
</script>

<template>
  <div>
    <LoadState :state="state" @again="reload" />
    <form v-if="state.data" class="form" @submit.prevent="keep">
      <v-text-field v-model="form.mail" label="Mail to" type="email" hide-details @keydown.stop />
      <v-text-field v-model="form.webhook" label="Webhook: an address that takes JSON" hide-details @keydown.stop />
      <v-text-field v-model="form.quiet_from" label="Quiet from" type="time" hide-details @keydown.stop />
      <v-text-field v-model="form.quiet_to" label="Quiet until" type="time" hide-details @keydown.stop />
      <v-text-field v-model="form.time_zone" label="Time zone" hide-details @keydown.stop />
      <div class="choices">
        <v-btn type="submit" size="small" variant="flat">Keep</v-btn>
        <v-btn size="small" :disabled="!state.data.mail" @click="test('mail')">Send a test mail</v-btn>
        <v-btn size="small" :disabled="!state.data.webhook" @click="test('webhook')">Test the webhook</v-btn>
      </div>
    </form>
    <p v-if="state.data?.secret" class="quiet">
      Each post is signed: <code>Logion-Signature</code> is the HMAC-SHA-256 of <code>Logion-Time</code>, a point and the body, with the
      secret <code>{{ state.data.secret }}</code>. What fails is tried again after 1, 5 and 30 minutes, 2 and 8 hours.
    </p>
    <template v-if="state.data">
      <h2 class="mt-5">Deliveries</h2>
      <p v-if="!state.data.deliveries.length" class="quiet">Nothing was sent yet. Choose by mail or by webhook on a condition.</p>
      <SheetTable v-else label="Deliveries" :columns="columns" :rows="state.data.deliveries" :row-key="(of) => of.id" />
    </template>
  </div>
</template>

<style scoped>
.form {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(260px, 1fr));
  gap: calc(var(--space) * 3) calc(var(--space) * 6);
  max-width: 980px;
  margin-bottom: calc(var(--space) * 3);
}
.choices {
  display: flex;
  align-items: center;
  gap: calc(var(--space) * 3);
}
</style>
