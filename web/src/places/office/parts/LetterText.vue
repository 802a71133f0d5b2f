<script setup lang="ts">
import { useDebounceFn, useLocalStorage } from '@vueuse/core'
import { computed, onMounted, ref, shallowRef, watch } from 'vue'
import { api, type Schemas } from '@/api/client'
import { useAct } from '@/api/useAct'
import { shortDateText } from '@/format/units'
import TroubleNote from '@/parts/TroubleNote.vue'
import { t } from '@/words/office'
import LetterSheet from './LetterSheet.vue'

/** The words of each kind of letter, with the letter as it would be beside them. */
type Template = Schemas['LetterTemplates']['templates'][number]
const templates = shallowRef<Template[]>([])
const kind = ref('')
/** What is being written survives a reload, by kind. */
const drafts = useLocalStorage<Record<string, { subject: string; body: string }>>(
  'voucher.letter-words',
  {},
)
const preview = shallowRef<{ subject: string; body: string } | null>(null)
const { busy, refusal, notice, run } = useAct()
const { refusal: fault, read: tryOut } = useAct()
const template = computed(
  () => templates.value.find((template) => template.kind === kind.value) ?? null,
)
const draft = computed(
  () =>
    drafts.value[kind.value] ?? {
      subject: template.value?.subject ?? '',
      body: template.value?.body ?? '',
    },
)
const changed = computed(
  () =>
    template.value !== null &&
    (draft.value.subject !== template.value.subject || draft.value.body !== template.value.body),
)

onMounted(() =>
  run(async () => choose((templates.value = (await api.letterTemplates()).templates)[0]!.kind)),
)
function choose(wanted: string) {
  kind.value = wanted
  void show()
}
const show = () =>
  tryOut(
    () => api.previewLetter(kind.value, { subject: draft.value.subject, body: draft.value.body }),
    (answer) => (preview.value = answer),
  )
const showSoon = useDebounceFn(show, 300)
watch(draft, () => void showSoon())
const write = (change: Partial<{ subject: string; body: string }>) =>
  (drafts.value = { ...drafts.value, [kind.value]: { ...draft.value, ...change } })
function forget() {
  drafts.value = Object.fromEntries(
    Object.entries(drafts.value).filter(([key]) => key !== kind.value),
  )
}
const keep = (words: { subject: string | null; body: string | null }) =>
  run(async () => {
    templates.value = (await api.keepLetterTemplate(kind.value, words)).templates
    forget()
    notice.value = words.subject
      ? t('office.letterText.lettersFromNowOnUse')
      : t('office.letterText.theStandardTextIsUsed')
  })
</script>

<template>
  <section v-if="template" class="words stack-2">
    <h2>{{ t('office.letterText.textOfLetters') }}</h2>
    <div class="kinds" role="tablist" :aria-label="t('office.letterText.kindOfLetter')">
      <button
        v-for="choice in templates"
        :key="choice.kind"
        type="button"
        role="tab"
        :aria-selected="choice.kind === kind"
        @click="choose(choice.kind)"
      >
        {{ choice.title }}
      </button>
    </div>
    <TroubleNote :trouble="refusal" />
    <p v-if="notice" role="status">{{ notice }}</p>
    <div class="beside">
      <div class="write stack-2">
        <p class="soft">
          <b v-if="template.failed" role="alert">
            {{ t('office.letterText.thisTextCouldNotBe', { failed: template.failed }) }} </b>{{
            t('office.letterText.to', { to: template.to })
          }}<template v-if="template.own">
            {{
              t('office.letterText.changedBy', {
                by: template.by,
                updated_at: shortDateText(template.updated_at!),
              })
            }}</template
          >
        </p>
        <label
          >{{ t('office.letterText.subject') }}
          <input
            class="field"
            maxlength="400"
            :value="draft.subject"
            @input="write({ subject: ($event.target as HTMLInputElement).value })"
        /></label>
        <label
          >{{ t('office.letterText.text') }}
          <textarea
            rows="10"
            maxlength="8000"
            :value="draft.body"
            @input="write({ body: ($event.target as HTMLTextAreaElement).value })"
          />
        </label>
        <p class="soft">
          {{ t('office.letterText.values') }}
          <template v-for="(value, index) in template.values" :key="value.name"
            ><template v-if="index">, </template><code v-text="`{{ ${value.name} }}`" />
            {{ value.meaning }}</template
          >.
        </p>
        <div class="acts">
          <el-button
            class="oilskin"
            size="large"
            :loading="busy"
            :disabled="!changed || fault !== null"
            @click="keep(draft)"
            >{{ t('office.letterText.saveText') }}</el-button
          >
          <el-button v-if="changed" size="large" @click="forget">{{
            t('office.letterText.undoMyChanges')
          }}</el-button>
          <el-button
            v-if="template.own"
            size="large"
            :loading="busy"
            @click="keep({ subject: null, body: null })"
            >{{ t('office.letterText.useStandardText') }}</el-button
          >
        </div>
      </div>
      <div :aria-label="t('office.letterText.preview')" aria-live="polite" role="region">
        <TroubleNote :trouble="fault" />
        <LetterSheet v-if="preview && !fault" :subject="preview.subject" :body="preview.body">
          <template #above
            ><p class="soft">{{ t('office.letterText.previewWithAnInventedFish') }}</p></template
          >
        </LetterSheet>
      </div>
    </div>
  </section>
</template>

<style scoped>
.words {
  margin-top: var(--gap-4);
}
.kinds {
  display: flex;
  flex-wrap: wrap;
  gap: 0 var(--gap-3);
  border-bottom: 1px solid var(--line);
}
.kinds button {
  min-height: 40px;
  padding: 0;
  border: 0;
  background: none;
  cursor: pointer;
}
.kinds [aria-selected='true'] {
  font-weight: var(--weight-strong);
  border-bottom: 3px solid var(--kelp);
}
.beside {
  display: grid;
  grid-template-columns: minmax(0, 1.2fr) minmax(0, 1fr);
  gap: var(--gap-4);
}
label {
  display: grid;
  gap: 2px;
}
textarea {
  padding: var(--gap-2);
  border: 1px solid var(--line-strong);
  border-radius: 8px;
  background: var(--sheet);
  color: var(--ink);
  font-size: 16px;
  line-height: 1.4;
}
.acts {
  display: flex;
  flex-wrap: wrap;
  gap: var(--gap-2);
}
.acts > * {
  margin: 0;
}
code {
  font-family: var(--font-figures);
  font-size: 14px;
}
@media (max-width: 800px) {
  .beside {
    grid-template-columns: 1fr;
  }
}
</style>
