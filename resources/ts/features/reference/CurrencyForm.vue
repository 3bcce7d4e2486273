<script setup lang="ts">
import { ref } from 'vue'
import { api, ask } from '@/api/client'
import { useNotices } from '@/stores/notices'
import { useSession } from '@/stores/session'

/** The currency in which companies are compared. */
const emit = defineEmits<{ done: [] }>()
const session = useSession()
const notices = useNotices()
const currency = ref(session.currency)

async function choose(): Promise<void> {
  try {
    await ask(api.PUT('/installation', { body: { currency: currency.value.trim().toUpperCase() } }))
    session.figuresChanged()
    await session.load()
    notices.say(`Companies are compared in ${session.currency}.`)
    emit('done')
  } catch (error) {
    notices.fail(error)
  }
}
</script>

<template>
  <form class="choices" @submit.prevent="choose">
    <v-text-field v-model="currency" label="Currency" placeholder="EUR" max-width="110" maxlength="3" required @keydown.stop />
    <v-btn size="small" variant="outlined" type="submit" :disabled="currency.trim().length !== 3">Choose</v-btn>
  </form>
</template>
