<script setup lang="ts">
import { computed, ref } from 'vue'
import { renderSVG } from 'uqr'
import { api, ask, type Schemas } from '@/api/client'
import { useNotices } from '@/stores/notices'

/** A code of an authenticator program beside the password: set in two steps, with codes for paper. */
defineProps<{ account: Schemas['OwnAccount'] }>()
const emit = defineEmits<{ changed: [] }>()
const notices = useNotices()
const current = ref('')
const code = ref('')
const begun = ref<Schemas['FactorSecret'] | null>(null)
const codes = ref<string[]>([])
const problem = ref('')
const picture = computed(() =>
  begun.value ? `data:image/svg+xml;utf8,${encodeURIComponent(renderSVG(begun.value.address, { border: 3 }))}` : '',
)
const spaced = (of: string): string => of.replace(/(.{4})(?=.)/g, '$1 ')

async function attempt(work: () => Promise<void>): Promise<void> {
  problem.value = ''
  try {
    await work()
  } catch (error) {
    problem.value = (error as Error).message
  }
}
const begin = (): Promise<void> =>
  attempt(async () => {
    begun.value = await ask(api.POST('/account/second-factor', { body: { current: current.value } }))
    current.value = ''
  })
const confirm = (): Promise<void> =>
  attempt(async () => {
    codes.value = (await ask(api.PUT('/account/second-factor', { body: { code: code.value } }))).recovery_codes
    begun.value = null
    code.value = ''
    notices.say('A code is asked for from now on.')
    emit('changed')
  })
const remove = (): Promise<void> =>
  attempt(async () => {
    await ask(api.POST('/account/second-factor/removal', { body: { current: current.value } }))
    current.value = ''
    codes.value = []
    notices.say('The password is enough again.')
    emit('changed')
  })
</script>

<template>
  <section>
    <h2>Second factor</h2>
    <div v-if="codes.length" role="status">
      <p>Keep these on paper. Each lets you in once when the program is lost; they are not shown again.</p>
      <ul class="codes">
        <li v-for="of in codes" :key="of">
          <code>{{ of }}</code>
        </li>
      </ul>
    </div>
    <form v-if="begun" @submit.prevent="confirm" @keydown.stop>
      <p>Read this with an authenticator program, or type the secret into it, then write the six digits it shows.</p>
      <div class="secret">
        <img :src="picture" alt="The secret as a square code" width="148" height="148" />
        <code>{{ spaced(begun.secret) }}</code>
      </div>
      <v-text-field v-model="code" label="Six digits" inputmode="numeric" autocomplete="one-time-code" autofocus required />
      <p v-if="problem" role="alert" class="worse">{{ problem }}</p>
      <v-btn type="submit" size="small" variant="outlined">Set it</v-btn>
    </form>
    <form v-else @submit.prevent="account.second_factor ? remove() : begin()" @keydown.stop>
      <p v-if="account.second_factor">
        Set: a code is asked for beside the password. <span class="quiet">{{ account.recovery_codes }} recovery codes are left.</span>
      </p>
      <p v-else class="quiet">Not set. With it, who knows the password still needs a code that changes every half minute.</p>
      <v-text-field v-model="current" label="Password, to change this" type="password" autocomplete="current-password" required />
      <p v-if="problem" role="alert" class="worse">{{ problem }}</p>
      <v-btn type="submit" size="small" variant="outlined">{{ account.second_factor ? 'Remove it' : 'Set one up' }}</v-btn>
    </form>
  </section>
</template>

<style scoped>
section {
  margin-top: calc(var(--space) * 6);
}
form {
  display: grid;
  gap: calc(var(--space) * 2);
  justify-items: start;
  max-width: 420px;
}
form > :deep(.v-input) {
  width: 100%;
}
.secret {
  display: flex;
  align-items: center;
  gap: calc(var(--space) * 4);
}
.secret img {
  background: white;
}
.secret code {
  max-width: 200px;
  overflow-wrap: anywhere;
}
.codes {
  columns: 2;
  list-style: none;
  padding: 0;
}
</style>
