<script setup lang="ts">
import { ref } from 'vue'
import HelpDialog from '@/features/help/HelpDialog.vue'
import { useSubject } from '@/stores/subject'
import FinderDialog from './FinderDialog.vue'
import ShortcutsDialog from './ShortcutsDialog.vue'

/** What is laid over any page when a key asks for it. */
const finder = defineModel<boolean>('finder', { required: true })
const shortcuts = defineModel<boolean>('shortcuts', { required: true })
const help = defineModel<boolean>('help', { required: true })
const dropping = defineModel<boolean>('dropping', { required: true })
const emit = defineEmits<{ drop: [why: string | null] }>()

const subject = useSubject()
const reason = ref('')
function drop(): void {
  emit('drop', reason.value.trim() || null)
  reason.value = ''
}
</script>

<template>
  <FinderDialog v-model="finder" />
  <ShortcutsDialog v-model="shortcuts" />
  <HelpDialog v-model="help" />
  <v-dialog v-model="dropping" max-width="460">
    <v-card class="pa-4">
      <h2>Drop {{ subject.company?.name }}</h2>
      <v-text-field v-model="reason" label="Why (you will be glad of it later)" autofocus maxlength="500" @keydown.enter="drop" />
      <div class="mt-4 d-flex ga-2 justify-end">
        <v-btn @click="dropping = false">Leave it</v-btn>
        <v-btn variant="flat" @click="drop">Drop</v-btn>
      </div>
    </v-card>
  </v-dialog>
</template>
