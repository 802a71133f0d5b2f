<script setup lang="ts">
import { computed, onMounted, ref } from 'vue'
import { api, type NewSpecies, type Schemas } from '@/api/client'
import { useAct } from '@/api/useAct'
import { dateText, localDate } from '@/format/units'
import DayField from '@/parts/DayField.vue'
import TroubleNote from '@/parts/TroubleNote.vue'
import { t } from '@/words/office'
import ManyAtOnce from './parts/ManyAtOnce.vue'
import OfficeNav from './parts/OfficeNav.vue'

const { refusal, notice, run, read } = useAct()
type Row = Schemas['SpeciesRow']
type Law = Schemas['LawSent']
type History = Awaited<ReturnType<typeof api.speciesHistory>>['changes']
const catalogue = ref<Schemas['Catalogue'] | null>(null)
const search = ref('')
const code = ref<string | null>(null)
/** A row, or what there is of one that the catalogue does not know yet. */
type Draft = Partial<Row> & Pick<Row, keyof typeof BLANK>
const draft = ref<Draft | null>(null)
const law = ref<Law | null>(null)
const history = ref<History>([])

const load = () => run(async () => void (catalogue.value = await api.catalogue()))
onMounted(load)

const shown = computed(() =>
  (catalogue.value?.species ?? []).filter((species) =>
    [species.common_name, ...species.nicknames, species.scientific_name, species.guild_key]
      .join(' ')
      .toLowerCase()
      .includes(search.value.trim().toLowerCase()),
  ),
)
const guildName = (key: string) =>
  catalogue.value?.guilds.find((guild) => guild.key === key)?.name ?? key
const lawsOf = (species: string) =>
  (catalogue.value?.laws ?? []).filter((law) => law.species_code === species)

const open = (row: Row) =>
  read(
    () => {
      code.value = row.code
      draft.value = { ...row, hazards: [...row.hazards], nicknames: [...row.nicknames] }
      law.value = null
      return api.speciesHistory(row.code)
    },
    (answer) => (history.value = answer.changes),
  )

const BLANK = {
  code: '',
  common_name: '',
  scientific_name: '',
  guild_key: '',
  tail: 'forked' as const,
  bladder: 'sealed' as const,
  hazards: [] as string[],
  nicknames: [] as string[],
  is_local: true,
  source: null,
  demo_values: false,
}
function startSpecies() {
  code.value = null
  draft.value = { ...BLANK }
  law.value = null
  history.value = []
}
const TAILS: Row['tail'][] = ['forked', 'crescent', 'square', 'rounded', 'uneven', 'disc', 'shell']
const enterSpecies = () =>
  run(async () => {
    const { code: _code, look_alikes: _alikes, ...sent } = draft.value!
    const changes: Record<string, unknown> = Object.fromEntries(
      Object.entries(sent).filter(([, value]) => value !== null),
    )
    catalogue.value = await api.enterSpecies(changes as NewSpecies)
    draft.value = null
    notice.value = t('office.species.isSavedTheNextCard', { common_name: sent.common_name })
  })

const NUMBERS: [keyof Row, string][] = [
  ['min_mm', t('office.species.minimumLengthMm')],
  ['typical_mm', t('office.species.typicalLengthMm')],
  ['large_mm', t('office.species.largeMm')],
  ['max_mm', t('office.species.maximumLengthMm')],
  ['min_taggable_mm', t('office.species.tagFromMm')],
  ['in_water_only_mm', t('office.species.doNotLiftAboveMm')],
  ['warm_c', t('office.species.warmFromC')],
  ['stop_c', t('office.species.stopAtC')],
  ['weight_a', t('office.species.weightAGACm')],
  ['weight_b', t('office.species.weightB')],
  ['fl_to_tl_a_mm', t('office.species.tlABFlA')],
  ['fl_to_tl_b', 'b'],
  ['fl_to_tl_se_mm', t('office.species.standardErrorMm')],
  ['sl_to_tl_a_mm', t('office.species.tlABSlA')],
  ['sl_to_tl_b', 'b'],
  ['sl_to_tl_se_mm', t('office.species.standardErrorMm')],
]

const save = () => (code.value === null ? enterSpecies() : saveChanges())
const saveChanges = () =>
  run(async () => {
    const before = catalogue.value!.species.find((species) => species.code === code.value)!
    const changed = Object.fromEntries(
      Object.entries(draft.value!).filter(
        ([key, value]) => JSON.stringify(value) !== JSON.stringify(before[key as keyof Row]),
      ),
    )
    if (!Object.keys(changed).length)
      return void (notice.value = t('office.species.nothingWasChanged'))
    const after = await api.changeSpecies(code.value!, changed as Schemas['SpeciesSent'])
    catalogue.value!.species = catalogue.value!.species.map((species) =>
      species.code === after.code ? after : species,
    )
    history.value = (await api.speciesHistory(after.code)).changes
    notice.value = t('office.species.savedTheNextCardShows')
  })
function set(key: keyof Row, text: string) {
  ;(draft.value as Record<string, unknown>)[key] = text === '' ? null : Number(text)
}

const linesOf = (event: Event) =>
  (event.target as HTMLTextAreaElement).value
    .split('\n')
    .map((line) => line.trim())
    .filter(Boolean)

function startLaw() {
  const known = lawsOf(code.value!)[0]
  law.value = {
    species_code: code.value!,
    water_code: known?.water_code ?? catalogue.value!.waters[0]!.code,
    min_mm: known?.min_mm ?? null,
    max_mm: known?.max_mm ?? null,
    length_kind: (known?.length_kind as Law['length_kind']) ?? 'TL',
    season_first: known?.season_first ?? null,
    season_last: known?.season_last ?? null,
    bag_limit: known?.bag_limit ?? null,
    in_water_only_mm: known?.in_water_only_mm ?? null,
    authority: known?.authority ?? '',
    checked_on: localDate(),
    link: known?.link ?? null,
  }
}
function setLaw(key: keyof Law, text: string, number = false) {
  ;(law.value as Record<string, unknown>)[key] = text === '' ? null : number ? Number(text) : text
}
const enterLaw = () =>
  run(async () => {
    catalogue.value = await api.enterLaw(law.value!)
    law.value = null
    notice.value = t('office.species.theEntryIsSavedThe')
  })
/** An entry that was wrong leaves, and the one before it counts again. */
const wrong = ref<number | null>(null)
const because = ref('')
const withdraw = () =>
  run(async () => {
    catalogue.value = await api.withdrawLaw(wrong.value!, because.value.trim())
    wrong.value = null
    because.value = ''
    notice.value = t('office.species.theEntryIsWithdrawnThe')
  })
const pastOf = (species: string) =>
  (catalogue.value?.past_laws ?? []).filter((law) => law.species_code === species)
/** "180 to 280 mm", or one end of it. */
function rangeText({ min_mm: min, max_mm: max }: Pick<Schemas['Law'], 'min_mm' | 'max_mm'>) {
  if (min !== null && max !== null) return t('office.species.lengthRange', { min, max })
  if (min !== null) return t('office.species.lengthFrom', { min })
  return max === null ? t('office.species.anyLength') : t('office.species.lengthUpTo', { max })
}
const lawText = (law: Schemas['Law']) =>
  [
    `${catalogue.value?.waters.find((water) => water.code === law.water_code)?.name}: ` +
      `${rangeText(law)} ${law.length_kind}`,
    law.season_first &&
      t('office.species.to', { season_first: law.season_first, season_last: law.season_last }),
    law.bag_limit !== null && t('office.species.aDay', { bag_limit: law.bag_limit }),
  ]
    .filter(Boolean)
    .join(', ')
const diff = (change: History[number]) =>
  Object.entries(change.after).map(
    ([key, value]) =>
      `${key} ${String((change.before as Record<string, unknown> | null)?.[key] ?? '–')} → ${String(value)}`,
  )
</script>

<template>
  <div class="page breadth species">
    <OfficeNav />
    <header class="row-3">
      <h1>{{ t('office.species.speciesAndLaw') }}</h1>
      <input
        v-model="search"
        class="field slim"
        :placeholder="t('office.species.nameOrGuild')"
        :aria-label="t('office.species.searchSpecies')"
      />
      <el-button type="primary" :disabled="!catalogue" @click="startSpecies">{{
        t('office.species.addSpecies')
      }}</el-button>
    </header>
    <TroubleNote :trouble="refusal" />
    <p v-if="notice" role="status">{{ notice }}</p>
    <ManyAtOnce kind="species" :hint="t('office.species.aTableWithTheColumns')" @stored="load" />
    <el-skeleton v-if="!catalogue && !refusal" :rows="10" animated />
    <div v-if="catalogue" class="columns">
      <div class="scroll" tabindex="0">
        <table v-cards class="list">
          <thead>
            <tr>
              <th>{{ t('office.species.species') }}</th>
              <th>{{ t('office.species.guild') }}</th>
              <th>{{ t('office.species.tagFrom') }}</th>
              <th>{{ t('office.species.warmStop') }}</th>
              <th>{{ t('office.species.law') }}</th>
            </tr>
          </thead>
          <tbody>
            <tr
              v-for="species in shown"
              :key="species.code"
              :class="{ current: species.code === code }"
            >
              <td>
                <button type="button" class="link" @click="open(species)">
                  {{ species.common_name }}</button>{{ ' ' }}
                <small v-if="species.demo_values" class="demo">{{
                  t('office.species.demoValues')
                }}</small>
              </td>
              <td>{{ guildName(species.guild_key) }}</td>
              <td class="tabular nowrap">
                {{ t('office.species.mm', { min_taggable_mm: species.min_taggable_mm }) }}
              </td>
              <td class="tabular">{{ species.warm_c }}, {{ species.stop_c }} °C</td>
              <td>
                <span v-for="entry in lawsOf(species.code)" :key="entry.id"
                  >{{ rangeText(entry) }}
                  <b v-if="entry.stale" class="stale fault">{{
                    t('office.species.checked', { checked_on: dateText(entry.checked_on) })
                  }}</b></span
                >
                <span v-if="!lawsOf(species.code).length" class="soft">{{
                  t('office.species.noneEntered')
                }}</span>
              </td>
            </tr>
          </tbody>
        </table>
        <p v-if="!shown.length" class="soft">{{ t('office.species.noSpeciesFits', { search }) }}</p>
      </div>

      <aside v-if="draft" class="stack">
        <form class="sheet" @submit.prevent="save">
          <h2 v-if="code">
            {{ draft.common_name }}
            <small class="soft"
              ><i>{{ draft.scientific_name }}</i></small
            >
          </h2>
          <template v-else>
            <h2>{{ t('office.species.aNewSpecies') }}</h2>
            <label
              >{{ t('office.species.name') }}
              <input
                v-model="draft.common_name"
                class="field"
                minlength="2"
                maxlength="80"
                required
            /></label>
            <label
              >{{ t('office.species.scientificName') }}
              <input
                v-model="draft.scientific_name"
                class="field"
                minlength="2"
                maxlength="80"
                required
            /></label>
            <label
              >{{ t('office.species.tail') }}
              <select v-model="draft.tail" class="field">
                <option v-for="tail in TAILS" :key="tail">{{ tail }}</option>
              </select></label
            >
          </template>
          <label
            >{{ t('office.species.guild') }}
            <select v-model="draft.guild_key" class="field">
              <option v-for="guild in catalogue.guilds" :key="guild.key" :value="guild.key">
                {{ guild.name }}
              </option>
            </select></label
          >
          <label
            >{{ t('office.species.swimBladder') }}
            <select v-model="draft.bladder" class="field">
              <option value="sealed">{{ t('office.species.sealed') }}</option>
              <option value="open">{{ t('office.species.open') }}</option>
              <option value="none">{{ t('office.species.none') }}</option>
            </select></label
          >
          <label v-for="[key, label] in NUMBERS" :key="key"
            >{{ label }}
            <input
              class="field"
              inputmode="decimal"
              :value="draft[key]"
              @change="set(key, ($event.target as HTMLInputElement).value)"
          /></label>
          <label class="wide"
            >{{ t('office.species.hazardsOfThisSpeciesOne') }}
            <textarea
              class="field"
              rows="2"
              :value="draft.hazards.join('\n')"
              @change="draft.hazards = linesOf($event)"
            ></textarea>
          </label>
          <label class="wide"
            >{{ t('office.species.nicknamesOneALine') }}
            <textarea
              class="field"
              rows="2"
              data-testid="nicknames"
              :value="draft.nicknames.join('\n')"
              @change="draft.nicknames = linesOf($event)"
            ></textarea>
          </label>
          <el-checkbox v-model="draft.is_local" class="wide" data-testid="is-local">{{
            t('office.species.onOurList')
          }}</el-checkbox>
          <label class="wide"
            >{{ t('office.species.sourceOfTheseNumbers') }}
            <input
              v-model="draft.source"
              class="field"
              maxlength="300"
              :placeholder="t('office.species.notGiven')"
          /></label>
          <el-checkbox v-model="draft.demo_values" class="wide">{{
            t('office.species.roundedDemoValuesNotFor')
          }}</el-checkbox>
          <el-button native-type="submit" type="primary">{{
            t('office.species.saveSpecies')
          }}</el-button>
        </form>
        <section v-if="code" class="stack">
          <h2>{{ t('office.species.theLawAsEntered') }}</h2>
          <p v-for="entry in lawsOf(draft.code)" :key="entry.id">
            {{
              t('office.species.lawInForce', {
                entry: lawText(entry),
                authority: entry.authority,
                checked_on: dateText(entry.checked_on),
              })
            }}
            <button type="button" class="link" @click="wrong = entry.id">
              {{ t('office.species.thisEntryIsWrong') }}
            </button>
          </p>
          <form v-if="wrong !== null" class="sheet" @submit.prevent="withdraw">
            <label class="wide"
              >{{ t('office.species.whatIsWrongWithIt') }}
              <input v-model="because" class="field" minlength="3" maxlength="500" required
            /></label>
            <div class="wide">
              <el-button native-type="submit" type="primary">{{
                t('office.species.withdrawEntry')
              }}</el-button><el-button @click="wrong = null">{{
                t('office.species.cancel')
              }}</el-button>
            </div>
          </form>
          <details v-if="pastOf(draft.code).length">
            <summary>
              {{ t('office.species.earlierEntries', { code: pastOf(draft.code).length }) }}
            </summary>
            <p v-for="entry in pastOf(draft.code)" :key="entry.id" class="soft">
              {{
                t('office.species.until', {
                  entry: lawText(entry),
                  superseded_at: dateText(entry.superseded_at!),
                })
              }}<template v-if="entry.withdrawn_because">{{
                t('office.species.withdrawn', { withdrawn_because: entry.withdrawn_because })
              }}</template
              >.
            </p>
          </details>
          <el-button v-if="!law" @click="startLaw">{{
            t('office.species.recordACheck')
          }}</el-button>
          <form v-else class="sheet" @submit.prevent="enterLaw">
            <label
              >{{ t('office.species.water') }}
              <select v-model="law.water_code" class="field">
                <option v-for="water in catalogue.waters" :key="water.code" :value="water.code">
                  {{ water.name }}
                </option>
              </select></label
            >
            <label
              >{{ t('office.species.measuredAs') }}
              <select v-model="law.length_kind" class="field">
                <option v-for="kind in ['FL', 'TL', 'DW', 'CW']" :key="kind">{{ kind }}</option>
              </select></label
            >
            <label
              >{{ t('office.species.keepFromMm') }}
              <input
                class="field"
                inputmode="numeric"
                :value="law.min_mm"
                @change="setLaw('min_mm', ($event.target as HTMLInputElement).value, true)"
            /></label>
            <label
              >{{ t('office.species.upToMm') }}
              <input
                class="field"
                inputmode="numeric"
                :value="law.max_mm"
                @change="setLaw('max_mm', ($event.target as HTMLInputElement).value, true)"
            /></label>
            <label
              >{{ t('office.species.seasonFirstDayMmDd') }}
              <input
                class="field"
                :value="law.season_first"
                placeholder="04-01"
                @change="setLaw('season_first', ($event.target as HTMLInputElement).value)"
            /></label>
            <label
              >{{ t('office.species.lastDay') }}
              <input
                class="field"
                :value="law.season_last"
                placeholder="11-30"
                @change="setLaw('season_last', ($event.target as HTMLInputElement).value)"
            /></label>
            <label
              >{{ t('office.species.bagADay') }}
              <input
                class="field"
                inputmode="numeric"
                :value="law.bag_limit"
                @change="setLaw('bag_limit', ($event.target as HTMLInputElement).value, true)"
            /></label>
            <label
              >{{ t('office.species.doNotLiftAboveMm') }}
              <input
                class="field"
                inputmode="numeric"
                :value="law.in_water_only_mm"
                @change="
                  setLaw('in_water_only_mm', ($event.target as HTMLInputElement).value, true)
                "
            /></label>
            <label
              >{{ t('office.species.authority') }}
              <input v-model="law.authority" class="field" maxlength="200" required
            /></label>
            <label
              >{{ t('office.species.checkedOn') }}
              <DayField
                v-model="law.checked_on"
                :label="t('office.species.checkedOn')"
                :max="localDate()"
            /></label>
            <label class="wide"
              >{{ t('office.species.link') }}
              <input
                class="field"
                :value="law.link"
                type="url"
                @change="setLaw('link', ($event.target as HTMLInputElement).value)"
            /></label>
            <div class="wide">
              <el-button native-type="submit" type="primary">{{
                t('office.species.saveEntry')
              }}</el-button><el-button @click="law = null">{{
                t('office.species.cancel')
              }}</el-button>
            </div>
          </form>
        </section>
        <section v-if="history.length" class="stack">
          <h2>{{ t('office.species.changeHistory') }}</h2>
          <p v-for="(change, index) in history" :key="index">
            <b>{{ change.by ?? 'Voucher' }}</b>, {{ dateText(change.at) }}:
            {{ diff(change).join('; ') }}
          </p>
        </section>
      </aside>
    </div>
  </div>
</template>

<style scoped>
.species {
  display: grid;
  gap: var(--gap-3);
  align-content: start;
}
.slim {
  width: 240px;
}
.columns {
  display: grid;
  grid-template-columns: minmax(0, 1.2fr) minmax(0, 1fr);
  gap: var(--gap-4);
  align-items: start;
}
.current {
  background: var(--kelp-soft);
}
.demo {
  border: 1px dashed var(--line-strong);
  border-radius: 99px;
  padding: 0 6px;
  white-space: nowrap;
}
.sheet {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: var(--gap-2) var(--gap-3);
  padding: var(--gap-3);
  background: var(--sheet);
  border: 1px solid var(--line);
  border-radius: var(--round);
}
.sheet h2,
.wide {
  grid-column: 1 / -1;
}
label {
  font-size: 15px;
}
.field {
  min-height: 40px;
}
@media (max-width: 960px) {
  .columns {
    grid-template-columns: 1fr;
  }
}
</style>
