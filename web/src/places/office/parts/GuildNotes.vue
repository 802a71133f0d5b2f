<script setup lang="ts">
import { ref } from 'vue'
import type { Schemas } from '@/api/client'
import { t } from '@/words/office'

/** What the house adds to the handling page of a guild. */
defineProps<{ guilds: Schemas['HouseRules']['guilds']; mayChange: boolean; busy: boolean }>()
const notes = defineModel<Schemas['GuildNotes']>({ required: true })
const emit = defineEmits<{ change: [] }>()
const guild = ref('')

function set(text: string) {
  const { [guild.value]: _old, ...others } = notes.value
  notes.value = text.trim() ? { ...others, [guild.value]: text.trim() } : others
  emit('change')
}
</script>

<template>
  <section id="guild-notes" class="stack-2">
    <h2>{{ t('office.guildNotes.houseNotes') }}</h2>
    <p v-for="(text, key) in notes" :key="key">
      <b>{{ guilds.find((one) => one.key === key)?.name ?? key }}</b>: {{ text }}
    </p>
    <p v-if="!Object.keys(notes).length" class="soft">
      {{ t('office.guildNotes.noNotesYetANote') }}
    </p>
    <template v-if="mayChange">
      <label
        >{{ t('office.guildNotes.guild') }}
        <select v-model="guild" class="field">
          <option value="" disabled>{{ t('office.guildNotes.choose') }}</option>
          <option v-for="choice in guilds" :key="choice.key" :value="choice.key">
            {{ choice.name }}
          </option>
        </select></label
      >
      <label v-if="guild"
        >{{ t('office.guildNotes.note') }}
        <textarea
          class="field"
          rows="3"
          maxlength="500"
          :value="notes[guild] ?? ''"
          :disabled="busy"
          @change="set(($event.target as HTMLTextAreaElement).value)"
        ></textarea>
      </label>
    </template>
  </section>
</template>
