<script setup lang="ts">
import { storeToRefs } from 'pinia'
import { computed, onMounted, ref, shallowRef } from 'vue'
import { api, type Schemas } from '@/api/client'
import { useAct } from '@/api/useAct'
import { water } from '@/api/water'
import { dateText } from '@/format/units'
import TroubleNote from '@/parts/TroubleNote.vue'
import { useSessionStore } from '@/stores/session'
import { t } from '@/words/office'
import GuildNotes from './parts/GuildNotes.vue'
import HouseFigures from './parts/HouseFigures.vue'
import OfficeNav from './parts/OfficeNav.vue'

const { busy, refusal, notice, run, read } = useAct()
type Rules = Schemas['HouseRules']
const { isCoordinator } = storeToRefs(useSessionStore())
const rules = ref<Rules | null>(null)
const draft = ref<Schemas['Choices']>({})
const figures = ref<Schemas['FiguresSet']>({})
const notes = ref<Schemas['GuildNotes']>({})
const changes = ref<Schemas['RuleChange'][] | null>(null)
const why = ref('')

onMounted(() => run(async () => take(await api.houseRules())))

function take(fresh: Rules) {
  rules.value = fresh
  draft.value = JSON.parse(JSON.stringify(fresh.choices)) as Schemas['Choices']
  figures.value = figuresOf(fresh)
  notes.value = { ...fresh.guild_notes }
  changes.value = null
}
/** Only those that differ from ours, as they are sent. */
function figuresOf(rules: Rules) {
  return Object.fromEntries(
    rules.figures
      .filter((figure) => figure.value !== figure.default)
      .map((figure) => [figure.key, figure.value]),
  )
}
const same = (a: unknown, b: unknown) => JSON.stringify(a) === JSON.stringify(b)
const sent = () => ({ choices: draft.value, figures: figures.value, guild_notes: notes.value })

const touched = computed(() => {
  const now = rules.value
  return (
    now !== null &&
    !(
      same(draft.value, now.choices) &&
      same(figures.value, figuresOf(now)) &&
      same(notes.value, now.guild_notes)
    )
  )
})

async function choose(question: string, school: string) {
  draft.value[question] = { ...draft.value[question]!, school }
  await look()
}
async function chooseFor(question: string, guild: string, school: string) {
  const { [guild]: _old, ...guilds } = draft.value[question]!.guilds ?? {}
  draft.value[question] = {
    ...draft.value[question]!,
    guilds: school ? { ...guilds, [guild]: school } : guilds,
  }
  await look()
}
const look = () =>
  read(
    async () => (touched.value ? (await api.previewSchools(sent())).changes : null),
    (answer) => (changes.value = answer),
  )
const save = () =>
  run(async () => {
    take(
      await api.chooseSchools({
        base_version: rules.value!.version,
        ...sent(),
        why: why.value.trim(),
      }),
    )
    why.value = ''
    notice.value = t('office.houseRules.versionAppliesFromTheNext', {
      version: rules.value!.version,
    })
  })

/** What the cooperative's own returns say of a question, where they say anything; it may come late. */
const returns = shallowRef<Schemas['WaterAnswers']['answers']>([])
onMounted(() =>
  water.answers('handling', {}).then(
    (answer) => (returns.value = answer.answers),
    () => undefined,
  ),
)
function returnsOf(key: string) {
  const answer = returns.value.find((answer) => answer.question === key)
  return answer?.sentence ?? answer?.missing ?? null
}

/** A member picks a stricter school; the house's own takes it back. */
const own = (question: Rules['questions'][number], school: string) =>
  run(async () => {
    const { [question.key]: _old, ...others } = rules.value!.own
    take(
      await api.chooseStricter(
        rules.value!.choices[question.key]!.school === school
          ? others
          : { ...others, [question.key]: school },
      ),
    )
  })
/** Fewer seconds in the air than the house allows; as many as the house takes it back. */
const ownSeconds = (percent: number) =>
  run(async () => {
    const { air_percent: _old, ...others } = rules.value!.own
    take(
      await api.chooseStricter(
        percent === houseSeconds.value ? others : { ...others, air_percent: percent },
      ),
    )
  })
const houseSeconds = computed(
  () => rules.value?.figures.find((figure) => figure.key === 'air_percent')?.value ?? 100,
)
const SHARES = [100, 90, 80, 70, 60, 50]
const strictness = (question: Rules['questions'][number], key: string) =>
  question.schools.find((school) => school.key === key)!.strictness
const inForce = (question: Rules['questions'][number]) =>
  isCoordinator.value
    ? draft.value[question.key]!.school
    : ((rules.value!.own[question.key] as string | undefined) ??
      rules.value!.choices[question.key]!.school)
function mayChoose(
  question: Rules['questions'][number],
  school: Rules['questions'][number]['schools'][number],
) {
  if (!school.allowed) return false
  return (
    isCoordinator.value ||
    school.strictness >= strictness(question, rules.value!.choices[question.key]!.school)
  )
}
const pick = (question: Rules['questions'][number], school: string) =>
  isCoordinator.value ? choose(question.key, school) : own(question, school)
const KINDS: Record<string, string> = {
  air: t('office.houseRules.air'),
  kit: t('office.houseRules.kit'),
  tackle: t('office.houseRules.tackle'),
  advice: t('office.houseRules.lineOnTheDeck'),
  keep: t('office.houseRules.keeping'),
}
</script>

<template>
  <div class="page rules stack breadth">
    <OfficeNav />
    <header>
      <h1>{{ t('office.houseRules.houseRules') }}</h1>
      <p v-if="rules" class="soft">
        {{
          t('office.houseRules.version', {
            version: rules.version,
            laxer: isCoordinator
              ? t('office.houseRules.practitionersDisagreeOnTheseThe')
              : t('office.houseRules.youMayBeStricterThan'),
          })
        }}
      </p>
    </header>
    <TroubleNote :trouble="refusal" />
    <p v-if="notice" role="status">{{ notice }}</p>
    <el-skeleton v-if="!rules && !refusal" :rows="12" animated />
    <div v-if="rules" class="columns">
      <div class="questions stack-4">
        <section v-if="!isCoordinator" aria-labelledby="own-seconds">
          <h2 id="own-seconds">{{ t('office.houseRules.yourOwnSeconds') }}</h2>
          <label
            >{{ t('office.houseRules.shareOfTheHousesSeconds') }}
            <select
              class="field slim"
              data-testid="own-seconds"
              :value="rules.own.air_percent ?? houseSeconds"
              :disabled="busy"
              @change="ownSeconds(Number(($event.target as HTMLSelectElement).value))"
            >
              <option
                v-for="share in SHARES.filter((share) => share <= houseSeconds)"
                :key="share"
                :value="share"
              >
                {{ share }} %
              </option>
            </select></label
          >
          <p class="soft">{{ t('office.houseRules.yourClockRunsOutSooner') }}</p>
        </section>
        <section v-for="question in rules.questions" :id="question.letter" :key="question.key">
          <h2>
            <span class="letter">{{ question.letter }}</span> {{ question.text }}
          </h2>
          <p class="soft">{{ question.default_why }}</p>
          <div class="schools" role="radiogroup" :aria-label="question.text">
            <button
              v-for="school in question.schools"
              :key="school.key"
              type="button"
              role="radio"
              :aria-checked="inForce(question) === school.key"
              :disabled="!mayChoose(question, school) || busy"
              @click="pick(question, school.key)"
            >
              <b
                >{{ school.name
                }}<template v-if="school.key === question.default">
                  {{ t('office.houseRules.ours') }}</template
                ><template v-if="!school.allowed"> {{ t('office.houseRules.never') }}</template
                ><template
                  v-if="!isCoordinator && rules.choices[question.key]!.school === school.key"
                >
                  {{ t('office.houseRules.house') }}</template
                ></b
              >
              <span>{{ school.says }}</span>
              <small>{{ school.held_by }}: {{ school.reason }}</small>
              <small class="against fault">{{
                t('office.houseRules.againstIt', { against: school.against })
              }}</small>
            </button>
          </div>
          <p v-if="returnsOf(question.key)" class="returns">
            <b>{{ t('office.houseRules.ourOwnReturns') }}</b> {{ returnsOf(question.key) }}
            <RouterLink to="/water/handling">{{ t('office.houseRules.allTreatments') }}</RouterLink>
          </p>
          <details v-if="question.by_guild && isCoordinator">
            <summary>
              {{
                t('office.houseRules.byGuild', {
                  guilds: Object.keys(draft[question.key]!.guilds ?? {}).length
                    ? ` (${Object.keys(draft[question.key]!.guilds ?? {}).length})`
                    : '',
                })
              }}
            </summary>
            <div class="guilds">
              <label v-for="guild in rules.guilds" :key="guild.key">
                {{ guild.name }}
                <select
                  :value="draft[question.key]!.guilds?.[guild.key] ?? ''"
                  :disabled="busy"
                  @change="
                    chooseFor(question.key, guild.key, ($event.target as HTMLSelectElement).value)
                  "
                >
                  <option value="">{{ t('office.houseRules.sameAsTheHouse') }}</option>
                  <option
                    v-for="school in question.schools.filter((one) => one.allowed)"
                    :key="school.key"
                    :value="school.key"
                  >
                    {{ school.name }}
                  </option>
                </select>
              </label>
            </div>
          </details>
        </section>
        <HouseFigures
          v-model="figures"
          :figures="rules.figures"
          :may-change="isCoordinator"
          :busy="busy"
          @change="look"
        />
        <GuildNotes
          v-model="notes"
          :guilds="rules.guilds"
          :may-change="isCoordinator"
          :busy="busy"
          @change="look"
        />
      </div>

      <aside v-if="isCoordinator">
        <h2>
          {{
            touched
              ? t('office.houseRules.previewOfTheChange')
              : t('office.houseRules.nothingChangedYet')
          }}
        </h2>
        <p v-if="!touched" class="soft">
          {{ t('office.houseRules.chooseAnotherSchoolItsEffect') }}
        </p>
        <template v-if="touched">
          <p v-if="changes && !changes.length" class="soft">
            {{ t('office.houseRules.thisChangeMakesNoVisible') }}
          </p>
          <ol v-if="changes" class="bare stack-2">
            <li v-for="(change, index) in changes" :key="index">
              <b>{{ KINDS[change.kind] }}</b>{{ ' ' }}
              <small class="soft">{{
                change.guilds.length === rules.guilds.length
                  ? t('office.houseRules.allGuilds')
                  : change.guilds.slice(0, 3).join(', ') +
                    (change.guilds.length > 3
                      ? t('office.houseRules.andMore', { guilds: change.guilds.length - 3 })
                      : '')
              }}</small>
              <p v-if="change.before" class="gone">{{ change.before }}</p>
              <p v-if="change.after" class="new strong">{{ change.after }}</p>
            </li>
          </ol>
          <el-input
            v-model="why"
            type="textarea"
            :rows="2"
            maxlength="2000"
            :aria-label="t('office.houseRules.reason')"
            :placeholder="t('office.houseRules.whyAllMembersWillRead')"
          />
          <div class="buttons">
            <el-button type="primary" :disabled="!why.trim() || busy" @click="save">{{
              t('office.houseRules.saveAsVersion', { version: rules.version + 1 })
            }}</el-button>
            <el-button @click="take(rules)">{{ t('office.houseRules.undoChanges') }}</el-button>
          </div>
        </template>
        <h2>{{ t('office.houseRules.versions') }}</h2>
        <ul class="versions bare stack-2">
          <li v-for="version in rules.versions" :key="version.version">
            <b>{{ version.version }}</b> {{ version.why }}
            <small class="soft"
              >{{ version.by ?? 'Voucher' }}, {{ dateText(version.made_at) }}</small
            >
          </li>
        </ul>
      </aside>
    </div>
  </div>
</template>

<style scoped>
.returns {
  padding-left: var(--gap-2);
  border-left: 4px solid var(--sea-deep);
}
.columns {
  display: grid;
  grid-template-columns: minmax(0, 1fr) minmax(280px, 380px);
  gap: var(--gap-5);
  align-items: start;
}
.letter {
  display: inline-grid;
  place-items: center;
  width: 28px;
  height: 28px;
  background: var(--oilskin);
  color: var(--on-oilskin);
  border: 1px solid var(--ink);
  font-family: var(--font-figures);
}
.schools {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(220px, 1fr));
  gap: var(--gap-2);
  margin-top: var(--gap-2);
}
.schools button {
  display: grid;
  gap: 2px;
  align-content: start;
  text-align: left;
  padding: var(--gap-2) var(--gap-3);
  background: var(--sheet);
  border: 2px solid var(--line);
  border-radius: var(--round);
  line-height: 1.25;
  cursor: pointer;
}
.schools button:disabled {
  cursor: not-allowed;
  border-style: dashed;
}
.schools [aria-checked='true'] {
  border: 2px solid var(--kelp);
  background: var(--kelp-soft);
}
small {
  line-height: 1.2;
}
.guilds {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(200px, 1fr));
  gap: var(--gap-2);
  padding-top: var(--gap-2);
}
.guilds label {
  display: grid;
  font-size: 15px;
}
.guilds select {
  min-height: 36px;
  background: var(--sheet);
  color: var(--ink);
  font-size: 16px;
}
aside {
  position: sticky;
  top: var(--gap-3);
  max-height: calc(100vh - 24px);
  overflow: auto;
  display: grid;
  gap: var(--gap-3);
}
ol li {
  border-left: 4px solid var(--oilskin);
  padding-left: var(--gap-2);
  line-height: 1.25;
}
.gone {
  text-decoration: line-through;
  color: var(--ink-soft);
}
.buttons {
  display: flex;
  flex-wrap: wrap;
  gap: var(--gap-2);
}
summary {
  cursor: pointer;
  padding-top: var(--gap-2);
}
@media (max-width: 900px) {
  .columns {
    grid-template-columns: 1fr;
  }
  aside {
    position: static;
    max-height: none;
  }
}
</style>
