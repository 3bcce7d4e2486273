<script setup lang="ts">
import { ref } from 'vue'
import { api, ask } from '@/api/client'
import { useNotices } from '@/stores/notices'
import { useSession } from '@/stores/session'

/** The way of the work, for who has not begun. */
const emit = defineEmits<{ made: [] }>()
const session = useSession()
const notices = useNotices()
const busy = ref(false)
const steps = [
  { word: 'Find', to: '/find', text: 'Say what you believe the market gets wrong, as criteria. What survives becomes a list.' },
  { word: 'Read', to: '/read', text: 'Is a company worth two more hours? Then its statements, market, expectations and results.' },
  { word: 'Compare', to: '/compare', text: 'Why is it dearer or cheaper than those like it?' },
  { word: 'Value', to: '/value', text: 'Several methods on one axis with the price; solved backwards: what must I believe?' },
  { word: 'Decide', to: '/decide', text: 'Verdict, reasons that can be checked, what would prove you wrong, a price to wait for.' },
  { word: 'Hold', to: '/hold', text: 'Positions, returns and what they depend on. Desk says when a reason stops being true.' },
]
async function show(): Promise<void> {
  busy.value = true
  try {
    await ask(api.POST('/example', { body: {} }))
    session.figuresChanged()
    emit('made')
    notices.say('An example is made: a list, candidates, decisions and a portfolio. Delete of it what you like.')
  } catch (error) {
    notices.fail(error)
  } finally {
    busy.value = false
  }
}
</script>

<template>
  <section class="first">
    <p>Nothing lies here yet. The work begins with a belief about what the market gets wrong, and goes on like this:</p>
    <ol>
      <li v-for="step in steps" :key="step.word">
        <router-link :to="step.to">{{ step.word }}</router-link> <span>{{ step.text }}</span>
      </li>
    </ol>
    <div class="choices">
      <v-btn variant="flat" to="/find">Screen for companies</v-btn>
      <v-btn :loading="busy" @click="show">Show it on an example</v-btn>
    </div>
    <p class="quiet">Or press <kbd>/</kbd> and type the name of a company.</p>
  </section>
</template>

<style scoped>
.first {
  max-width: 760px;
}
ol {
  padding: 0;
  margin: calc(var(--space) * 3) 0;
  list-style: none;
  counter-reset: step;
}
li {
  display: grid;
  grid-template-columns: 90px 1fr;
  padding: calc(var(--space) * 2) 0;
  border-bottom: 1px solid rgb(var(--v-theme-rule));
}
li a {
  font-weight: 600;
}
.choices {
  display: flex;
  gap: calc(var(--space) * 3);
  margin-bottom: calc(var(--space) * 3);
}
</style>
