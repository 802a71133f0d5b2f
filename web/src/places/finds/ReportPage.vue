<script setup lang="ts">
import { computed, defineAsyncComponent, onMounted, ref } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import TroubleNote from '@/parts/TroubleNote.vue'
import WaterMap from '@/parts/WaterMap.vue'
import { namedPlaces, type NamedPlace } from '@/parts/coast'
import { localDate, shortDateText } from '@/format/units'
import { LENGTH_KIND } from '@/words/fish'
import LengthKindPicture from './parts/LengthKindPicture.vue'
import { useReport } from './useReport'

const props = defineProps<{ reportId?: string }>()
const TagGuide = defineAsyncComponent(() => import('./parts/TagGuide.vue'))
const router = useRouter()
/** The key stands behind the # of the link, so that it reaches no server's log. */
const key = useRoute().hash.slice(1)
const amending = props.reportId && key ? { id: props.reportId, key } : null
const { draft, species, refusal, busy, waiting, photo, photoTrouble, placeTrouble, own, hint, chooseSpecies, choosePhoto, placeHere, send, startAnew, sentHere, forgetMe } = useReport(
  (storyKey) => router.push({ path: `/story/${storyKey}`, query: { thanks: '1' } }),
  amending,
)
const guide = ref(false)

const names = ref<NamedPlace[]>([])
// Without the chart the place can still be written in words.
onMounted(() => void namedPlaces().then((found) => (names.value = found), () => undefined))

/** A place that we know by name also marks the map. */
function placeNamed(words: string) {
  const known = names.value.find((one) => one.name.toLowerCase() === words.trim().toLowerCase())
  if (known) draft.value.place = { lat_deg: known.lat_deg, lon_deg: known.lon_deg }
}
const today = localDate()
const kinds = computed(() => (draft.value.species_code ? ([draft.value.length_kind, ...(['FL', 'TL'] as const)] as const).filter((one, index, all) => all.indexOf(one) === index) : (['FL', 'TL'] as const)))
const field = (name: string) => refusal.value?.fields[name]
</script>

<template>
  <div class="page narrow report">
    <template v-if="waiting">
      <h1>Your report is kept</h1>
      <p role="status">{{ waiting }}</p>
      <p v-if="photoTrouble" class="soft">{{ photoTrouble }}</p>
      <p v-if="sentHere[0] && !amending"><a :href="`/report/${sentHere[0].id}#${sentHere[0].key}`">Look at it, or add to it</a>. This device keeps the link below the form, too.</p>
      <el-button v-if="!amending" type="primary" size="large" @click="startAnew">Report another tag</el-button>
      <a v-else href="/report">Report another tag</a>
    </template>
    <el-form v-else label-position="top" class="form" @submit.prevent="send">
      <div>
        <h1>{{ amending ? 'Your report' : 'Report a tag' }}</h1>
        <template v-if="own">
          <p role="status">{{ own.sentence }} <RouterLink v-if="own.story_key" :to="`/story/${own.story_key}`">Its story</RouterLink></p>
          <p v-if="own.question" class="question"><b>A coordinator asks:</b> {{ own.question }}</p>
        </template>
        <p v-else class="soft">No account needed. Only the number and the day must be there; whatever else you know helps.</p>
      </div>
      <TroubleNote :trouble="refusal" />

      <el-form-item label="Number on the tag" for="number" :error="field('number_as_read')" class="number">
        <el-input id="number" v-model="draft.number_as_read" size="large" autocapitalize="characters" autocomplete="off" maxlength="40" placeholder="MS000000" />
        <p v-if="hint" role="status" :class="['hint', hint.kind]">{{ hint.sentence }}</p>
        <p class="soft">Rub growth off with a fingernail, do not pull. Type ? for a character you cannot read, * for several. <button type="button" class="link" :aria-expanded="guide" @click="guide = !guide">How to read a worn tag</button></p>
        <TagGuide v-if="guide" />
        <div v-for="(_, at) in draft.more_numbers" :key="at" class="more">
          <el-input v-model="draft.more_numbers[at]" size="large" maxlength="40" autocapitalize="characters" autocomplete="off" :aria-label="`Number on tag ${at + 2}`" />
          <el-button size="large" :aria-label="`Leave out tag ${at + 2}`" @click="draft.more_numbers.splice(at, 1)">✕</el-button>
        </div>
        <button v-if="draft.more_numbers.length < 4" type="button" class="link" @click="draft.more_numbers.push('')">The fish carries another tag</button>
      </el-form-item>

      <el-form-item label="Which fish" for="species" :error="field('species_code')">
        <select id="species" class="field" :value="draft.species_code ?? ''" @change="chooseSpecies(($event.target as HTMLSelectElement).value)">
          <option value="">I am not sure</option>
          <option v-for="one in species" :key="one.code" :value="one.code">{{ one.common_name }}</option>
        </select>
      </el-form-item>

      <fieldset>
        <legend>How long</legend>
        <div class="length">
          <el-input id="length" v-model="draft.length_value" inputmode="decimal" size="large" aria-label="Length" placeholder="not measured" />
          <el-radio-group v-model="draft.length_unit" size="large" aria-label="Unit">
            <el-radio-button value="cm">cm</el-radio-button>
            <el-radio-button value="in">in</el-radio-button>
          </el-radio-group>
        </div>
        <p v-if="field('length') || field('length.value')" class="fault">{{ field('length') ?? field('length.value') }}</p>
        <div v-if="draft.length_value" class="kinds" role="radiogroup" aria-label="Measured from where to where">
          <button
            v-for="kind in kinds"
            :key="kind"
            type="button"
            role="radio"
            :aria-checked="draft.length_kind === kind"
            class="kind"
            @click="draft.length_kind = kind"
          >
            <LengthKindPicture :kind="kind" />
            {{ LENGTH_KIND[kind] }}
          </button>
        </div>
        <el-radio-group v-if="draft.length_value" v-model="draft.length_how" size="large" aria-label="How it was measured">
          <el-radio-button value="board">board</el-radio-button>
          <el-radio-button value="tape">tape</el-radio-button>
          <el-radio-button value="ruler">ruler</el-radio-button>
          <el-radio-button value="estimate">guess</el-radio-button>
        </el-radio-group>
      </fieldset>

      <el-form-item label="Day of the catch" for="caught_on" :error="field('caught_on')">
        <input id="caught_on" v-model="draft.caught_on" class="field" type="date" :max="today" required />
      </el-form-item>

      <fieldset>
        <legend>Where</legend>
        <el-input id="place" v-model="draft.place_words" size="large" list="places" maxlength="200" aria-label="Place in words" placeholder="In words, or touch the map" @change="placeNamed" />
        <datalist id="places"><option v-for="one in names" :key="one.name" :value="one.name" /></datalist>
        <WaterMap v-model:picked="draft.place" class="map" pickable label="Map; touch where the fish was caught" />
        <el-button size="large" @click="placeHere">It was where this phone is now</el-button>
        <p v-if="placeTrouble" class="fault">{{ placeTrouble }}</p>
        <p class="soft">
          <template v-if="draft.place">Marked at {{ draft.place.lat_deg.toFixed(3) }}, {{ draft.place.lon_deg.toFixed(3) }}. <button type="button" class="link" @click="draft.place = null">Remove the mark</button></template>
          <template v-else>Others will only see the 5 km square around it.</template>
        </p>
      </fieldset>

      <fieldset>
        <legend>What became of the fish</legend>
        <el-radio-group v-model="draft.fate" size="large" class="fate">
          <el-radio-button value="released">Let go with its tag</el-radio-button>
          <el-radio-button value="kept">Kept</el-radio-button>
        </el-radio-group>
      </fieldset>

      <p v-if="own?.has_photo" class="soft">Its photo is kept.</p>
      <fieldset v-else>
        <legend>A photo, if you have one</legend>
        <input id="photo" type="file" accept="image/jpeg,image/png,image/webp" aria-label="Photo" @change="choosePhoto(($event.target as HTMLInputElement).files?.[0] ?? null)" />
        <p v-if="photo" class="soft">{{ photo.name }}. The place stored in the picture is removed before anybody sees it.</p>
        <p v-if="photoTrouble" class="fault">{{ photoTrouble }}</p>
      </fieldset>

      <fieldset>
        <legend>So that we can write to you, if you like</legend>
        <el-input id="finder_name" v-model="draft.finder_name" size="large" maxlength="120" autocomplete="name" aria-label="Your name" placeholder="Your name" />
        <el-input id="finder_contact" v-model="draft.finder_contact" size="large" maxlength="254" autocomplete="email" aria-label="E-mail" placeholder="E-mail" />
        <p class="soft">Only the cooperative sees it.</p>
      </fieldset>

      <el-button native-type="submit" class="oilskin send" size="large" :loading="busy" :disabled="!draft.number_as_read.trim() || !draft.caught_on || (amending !== null && own === null)">{{ amending ? 'Send the change' : 'Send and read its story' }}</el-button>
    </el-form>
    <details v-if="sentHere.length" class="sent">
      <summary>Reports from this device</summary>
      <p v-for="one in sentHere" :key="one.id">
        <b class="figures">{{ one.number }}</b>, {{ shortDateText(one.on) }}: <a :href="`/report/${one.id}#${one.key}`">look at it or change it</a>;
        <span v-if="one.forgotten" role="status">your name and contact are gone from it.</span>
        <button v-else type="button" class="link" @click="forgetMe(one)">take my name and contact out of it</button>
      </p>
    </details>
  </div>
</template>

<style scoped>
.hint {
  border-left: 4px solid var(--line-strong);
  padding-left: var(--gap-2);
  margin-top: var(--gap-1);
}
.hint.printed,
.hint.partial {
  border-color: var(--kelp);
}
.hint.not_printed,
.hint.length {
  border-color: var(--oilskin-deep);
}
.more {
  display: flex;
  gap: var(--gap-2);
  width: 100%;
  margin-top: var(--gap-2);
}
.question {
  border-left: 5px solid var(--oilskin-deep);
  padding: var(--gap-2) var(--gap-3);
  margin-top: var(--gap-2);
  white-space: pre-line;
}
.sent {
  margin-top: var(--gap-4);
}
.form {
  display: grid;
  gap: var(--gap-4);
}
.form :deep(.el-form-item) {
  margin: 0;
}
.form :deep(.el-form-item__content) {
  line-height: 1.35;
}
.form :deep(.el-form-item__label),
legend {
  font-weight: var(--weight-strong);
  color: var(--ink);
  font-size: 17px;
  padding: 0;
  margin-bottom: var(--gap-1);
}
.number :deep(input) {
  font-family: var(--font-figures);
  font-size: 24px;
  letter-spacing: 0.08em;
  text-transform: uppercase;
}
.number :deep(.el-input__wrapper) {
  background: color-mix(in srgb, var(--oilskin) 22%, var(--sheet));
  border-radius: 8px 99px 99px 8px;
  min-height: 60px;
  padding-left: var(--gap-4);
}
fieldset {
  border: 0;
  padding: 0;
  margin: 0;
  display: grid;
  gap: var(--gap-2);
  min-width: 0;
}
.length {
  display: grid;
  grid-template-columns: 1fr auto;
  gap: var(--gap-2);
}
.kinds {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(130px, 1fr));
  gap: var(--gap-2);
}
.kind {
  display: grid;
  gap: var(--gap-1);
  justify-items: center;
  padding: var(--gap-2);
  border: 2px solid var(--line);
  border-radius: var(--round);
  background: var(--sheet);
  cursor: pointer;
}
.kind[aria-checked='true'] {
  border-color: var(--kelp);
  background: var(--kelp-soft);
  font-weight: var(--weight-strong);
}
.map {
  height: 300px;
}
.map :deep(.map) {
  height: 300px;
}
.fate,
.fate :deep(.el-radio-button) {
  width: 100%;
  display: flex;
  flex: 1;
}
.fate :deep(.el-radio-button__inner) {
  width: 100%;
  min-height: 52px;
  display: grid;
  place-items: center;
}
.send {
  min-height: 60px;
  font-size: 19px;
  font-weight: var(--weight-strong);
}
.fault {
  color: var(--rust);
}
</style>
