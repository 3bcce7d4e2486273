<script setup lang="ts">
import { ref } from 'vue'
import { useSession } from '@/stores/session'

const session = useSession()
const name = ref('')
const email = ref('')
const password = ref('')
const isNew = ref(false)
const busy = ref(false)
const problem = ref<string | null>(null)

async function attempt(work: () => Promise<void>): Promise<void> {
  busy.value = true
  problem.value = null
  try {
    await work()
  } catch (error) {
    problem.value = (error as Error).message
  } finally {
    busy.value = false
  }
}
const enter = () =>
  attempt(() => (isNew.value ? session.register(name.value, email.value, password.value) : session.signIn(email.value, password.value)))
</script>

<template>
  <main class="door">
    <h1>Logion</h1>
    <p class="lead">From everything that trades to a few companies, each below a price, each for a reason you wrote down.</p>
    <section v-if="session.demo" class="rule">
      <h2>See it with invented data</h2>
      <p class="quiet mb-3">An archipelago that does not exist: some four hundred companies, twelve years of statements, ten of prices.</p>
      <v-btn variant="flat" :loading="busy" @click="attempt(session.enterDemo)">Open the demo</v-btn>
    </section>
    <section class="rule">
      <h2>{{ isNew ? 'Make an account' : 'Sign in' }}</h2>
      <form @submit.prevent="enter">
        <v-text-field v-if="isNew" v-model="name" label="Name" autocomplete="name" required />
        <v-text-field v-model="email" label="E-mail" type="email" autocomplete="email" required />
        <v-text-field
          v-model="password"
          label="Password"
          type="password"
          :autocomplete="isNew ? 'new-password' : 'current-password'"
          :hint="isNew ? 'Ten characters or more' : ''"
          required
        />
        <p v-if="problem" role="alert" class="worse mt-2">{{ problem }}</p>
        <div class="mt-4 d-flex ga-2">
          <v-btn type="submit" variant="outlined" :loading="busy">{{ isNew ? 'Make account' : 'Sign in' }}</v-btn>
          <v-btn @click="isNew = !isNew">{{ isNew ? 'I have an account' : 'I am new here' }}</v-btn>
        </div>
      </form>
    </section>
  </main>
</template>

<style scoped>
.door {
  max-width: 460px;
  margin: 9vh auto;
  padding: 0 calc(var(--space) * 5);
}
h1 {
  font-size: var(--type-display);
}
.lead {
  font-family: 'Source Serif 4 Variable', serif;
  font-size: var(--type-lead);
  margin: calc(var(--space) * 1.5) 0 calc(var(--space) * 5.5);
}
section {
  padding: calc(var(--space) * 4) 0;
}
</style>
