<script setup lang="ts">
import { storeToRefs } from 'pinia'
import { computed, onMounted, ref } from 'vue'
import { api, type Schemas } from '@/api/client'
import { useAct } from '@/api/useAct'
import { shortDateText } from '@/format/units'
import TagStreamer from '@/parts/TagStreamer.vue'
import TroubleNote from '@/parts/TroubleNote.vue'
import { useSessionStore } from '@/stores/session'
import { t } from '@/words/office'
import ListImport from './parts/ListImport.vue'
import OfficeNav from './parts/OfficeNav.vue'

const { busy, refusal, notice, run, read } = useAct()
type Act = 'returned' | 'spoiled' | 'lost' | 'transferred'
const { isCoordinator } = storeToRefs(useSessionStore())
const custody = ref<Schemas['Custody'] | null>(null)
const search = ref('')
const issue = ref({ batch_id: null as number | null, member_id: '', count: 25 })
const batch = ref<Schemas['BatchSent']>({
  prefix: 'MS',
  prefix_printed: true,
  tag_type: null,
  applicator: null,
  digits: 6,
  first_serial: 1,
  last_serial: 500,
  label: '',
})
const chosen = ref<string[]>([])
const moveTo = ref('')
const note = ref('')

onMounted(() => load())
const load = (number?: string) =>
  read(
    () => api.custody(number || undefined),
    (answer) => (custody.value = answer),
  )

const hand = () =>
  run(async () => {
    const { numbers } = await api.issueTags({
      batch_id: issue.value.batch_id!,
      member_id: issue.value.member_id,
      count: issue.value.count,
    })
    custody.value = await api.custody()
    const to = custody.value.pouches.find(
      (pouch) => pouch.member_id === issue.value.member_id,
    )?.name
    notice.value = t('office.tags.tagsToTo', {
      numbers: numbers.length,
      to,
      numbers2: numbers[0],
      at: numbers.at(-1),
    })
  })
const print = () =>
  run(async () => {
    custody.value = await api.printBatch(batch.value)
    notice.value = t('office.tags.isInStock', { label: batch.value.label })
  })
const ACT: Record<Act, string> = {
  returned: t('office.tags.returned'),
  spoiled: t('office.tags.damaged').toLowerCase(),
  lost: t('office.tags.lost').toLowerCase(),
  transferred: t('office.tags.transferred'),
}
const move = (act: Act) =>
  run(async () => {
    const count = chosen.value.length
    custody.value = await api.moveTags({
      numbers: chosen.value,
      act,
      member_id: act === 'transferred' ? moveTo.value : null,
      note: note.value.trim() || null,
    })
    notice.value = t('office.tags.moved', { act: ACT[act] }, count)
    chosen.value = []
    note.value = ''
  })
function choose(number: string) {
  chosen.value = chosen.value.includes(number)
    ? chosen.value.filter((kept) => kept !== number)
    : [...chosen.value, number]
}
const sums = computed(() => {
  const add = (key: 'printed' | 'in_stock' | 'in_pouch' | 'applied' | 'spoiled' | 'lost') =>
    custody.value!.batches.reduce((sum, batch) => sum + batch[key], 0)
  return custody.value
    ? {
        printed: add('printed'),
        in_stock: add('in_stock'),
        in_pouch: add('in_pouch'),
        applied: add('applied'),
        spoiled: add('spoiled'),
        lost: add('lost'),
      }
    : null
})
const others = computed(() => custody.value?.pouches ?? [])
</script>

<template>
  <div class="page breadth tags">
    <OfficeNav />
    <h1>{{ t('office.tags.tags') }}</h1>
    <TroubleNote :trouble="refusal" />
    <p v-if="notice" class="said" role="status">{{ notice }}</p>
    <el-skeleton v-if="!custody && !refusal" :rows="8" animated />
    <template v-if="custody">
      <section>
        <!-- A coordinator issues tags first; the own pouch waits folded. -->
        <details class="stack-2" :open="!isCoordinator">
          <summary>
            <h2>{{ t('office.tags.yourPouch') }}</h2>
          </summary>
          <p v-if="!custody.own.length" class="soft">
            {{
              t('office.tags.yourPouchIsEmpty', {
                tags: isCoordinator
                  ? t('office.tags.issueTagsToYourselfBelow')
                  : t('office.tags.askTheCoordinatorForTags'),
              })
            }}
          </p>
          <template v-else>
            <p class="soft">
              {{ t('office.tags.youHoldTagsTouchTags', { own: custody.own.length }) }}
            </p>
            <div class="pouch">
              <button
                v-for="number in custody.own"
                :key="number"
                type="button"
                :aria-pressed="chosen.includes(number)"
                @click="choose(number)"
              >
                <TagStreamer :number="number" :spent="chosen.includes(number)" />
              </button>
            </div>
            <div v-if="chosen.length" class="moves row">
              <b>{{ t('office.tags.chosen', { chosen: chosen.length }) }}</b>
              <el-input
                v-model="note"
                maxlength="500"
                :placeholder="t('office.tags.noteOptional')"
                :aria-label="t('office.tags.note')"
              />
              <el-button :disabled="busy" @click="move('spoiled')">{{
                t('office.tags.damaged')
              }}</el-button>
              <el-button :disabled="busy" @click="move('lost')">{{
                t('office.tags.lost')
              }}</el-button>
              <el-button :disabled="busy" @click="move('returned')">{{
                t('office.tags.returnToStock')
              }}</el-button>
              <template v-if="isCoordinator">
                <select
                  v-model="moveTo"
                  class="field slim"
                  :aria-label="t('office.tags.transferTo')"
                >
                  <option value="">{{ t('office.tags.toMember') }}</option>
                  <option v-for="other in others" :key="other.member_id" :value="other.member_id">
                    {{ other.name }}
                  </option>
                </select>
                <el-button :disabled="busy || !moveTo" @click="move('transferred')">{{
                  t('office.tags.transfer')
                }}</el-button>
              </template>
            </div>
          </template>
        </details>
      </section>

      <section class="stack-2">
        <h2>{{ isCoordinator ? t('office.tags.pouches') : t('office.tags.yourUse') }}</h2>
        <div class="scroll" tabindex="0">
          <table v-cards class="list">
            <thead>
              <tr>
                <th>{{ t('office.tags.member') }}</th>
                <th>{{ t('office.tags.inThePouch') }}</th>
                <th>{{ t('office.tags.next') }}</th>
                <th>{{ t('office.tags.usedInAYear') }}</th>
                <th>{{ t('office.tags.perTrip') }}</th>
                <th>{{ t('office.tags.reorderAt') }}</th>
                <th></th>
              </tr>
            </thead>
            <tbody>
              <tr v-for="pouch in custody.pouches" :key="pouch.member_id">
                <td>{{ pouch.name }}</td>
                <td class="tabular right">{{ pouch.in_pouch }}</td>
                <td><TagStreamer v-if="pouch.next_number" :number="pouch.next_number" /></td>
                <td class="tabular right">{{ pouch.used }}</td>
                <td class="tabular right">
                  {{
                    pouch.per_trip === null ? t('office.tags.tooFew') : pouch.per_trip.toFixed(1)
                  }}
                </td>
                <td class="tabular right">
                  {{ pouch.reorder_at
                  }}<small v-if="!pouch.estimated" class="soft">
                    {{ t('office.tags.houseRule') }}</small
                  >
                </td>
                <td>
                  <b v-if="pouch.reorder" class="fault">{{ t('office.tags.orderNow') }}</b>
                </td>
              </tr>
            </tbody>
          </table>
        </div>
        <p class="soft">
          {{ t('office.tags.theReorderAtStockLasts') }}
        </p>
      </section>

      <template v-if="isCoordinator">
        <section class="two stack-2">
          <div>
            <h2>{{ t('office.tags.issue') }}</h2>
            <form class="row" @submit.prevent="hand">
              <select
                v-model="issue.batch_id"
                class="field"
                :aria-label="t('office.tags.fromBatch')"
              >
                <option :value="null">{{ t('office.tags.fromBatchOption') }}</option>
                <option
                  v-for="row in custody.batches.filter((each) => each.in_stock)"
                  :key="row.id"
                  :value="row.id"
                >
                  {{ t('office.tags.inStock', { label: row.label, in_stock: row.in_stock }) }}
                </option>
              </select>
              <select
                v-model="issue.member_id"
                class="field"
                :aria-label="t('office.tags.toMemberLabel')"
              >
                <option value="">{{ t('office.tags.toMember') }}</option>
                <option v-for="other in others" :key="other.member_id" :value="other.member_id">
                  {{ other.name }}
                </option>
              </select>
              <label
                >{{ t('office.tags.howMany') }}
                <input
                  v-model.number="issue.count"
                  class="field"
                  type="number"
                  min="1"
                  max="1000"
                  :aria-label="t('office.tags.howManyLabel')"
              /></label>
              <el-button
                native-type="submit"
                type="primary"
                size="large"
                :disabled="busy || !issue.batch_id || !issue.member_id || !(issue.count > 0)"
                >{{ t('office.tags.issueTags') }}</el-button
              >
            </form>
          </div>
          <div>
            <h2>{{ t('office.tags.fromThePrinter') }}</h2>
            <form class="row" @submit.prevent="print">
              <label
                >{{ t('office.tags.prefix') }}
                <input v-model="batch.prefix" class="field" maxlength="4"
              /></label>
              <label class="tick">
                <input v-model="batch.prefix_printed" type="checkbox" />
                {{ t('office.tags.thePrefixIsPrintedOn') }}
              </label>
              <label
                >{{ t('office.tags.anchorType') }}
                <select v-model="batch.tag_type" class="field">
                  <option :value="null">{{ t('office.tags.notRecorded') }}</option>
                  <option value="anchor">{{ t('office.tags.anchor') }}</option>
                  <option value="dart">{{ t('office.tags.dart') }}</option>
                </select></label
              >
              <label
                >{{ t('office.tags.applicator') }}
                <select v-model="batch.applicator" class="field">
                  <option :value="null">{{ t('office.tags.notRecorded') }}</option>
                  <option value="needle">{{ t('office.tags.hollowNeedle') }}</option>
                  <option value="gun">{{ t('office.tags.applicatorGun') }}</option>
                </select></label
              >
              <label
                >{{ t('office.tags.digits') }}
                <input v-model.number="batch.digits" class="field" type="number" min="1" max="9"
              /></label>
              <label
                >{{ t('office.tags.first') }}
                <input v-model.number="batch.first_serial" class="field" type="number" min="0"
              /></label>
              <label
                >{{ t('office.tags.last') }}
                <input v-model.number="batch.last_serial" class="field" type="number" min="0"
              /></label>
              <label
                >{{ t('office.tags.label') }}
                <input v-model="batch.label" class="field" maxlength="60"
              /></label>
              <el-button
                native-type="submit"
                size="large"
                :disabled="busy || !batch.label.trim()"
                >{{ t('office.tags.saveBatch') }}</el-button
              >
            </form>
            <ListImport
              noun="batches"
              :hint="t('office.tags.orManyAsCsvWith')"
              :send="async (file, dryRun) => api.importBatches(await file.text(), dryRun)"
              @stored="load()"
            />
          </div>
        </section>

        <section class="stack-2">
          <h2>{{ t('office.tags.batches') }}</h2>
          <p v-if="sums" class="sum tabular strong">
            {{
              t('office.tags.printedInStockInPouches', {
                printed: sums.printed,
                in_stock: sums.in_stock,
                in_pouch: sums.in_pouch,
                applied: sums.applied,
                spoiled: sums.spoiled,
                lost: sums.lost,
              })
            }}
          </p>
          <el-empty
            v-if="!custody.batches.length"
            :description="t('office.tags.noTagsYetEnterThe')"
          />
          <div v-else class="scroll" tabindex="0">
            <table v-cards class="list">
              <thead>
                <tr>
                  <th>{{ t('office.tags.batch') }}</th>
                  <th>{{ t('office.tags.from') }}</th>
                  <th>{{ t('office.tags.to') }}</th>
                  <th>{{ t('office.tags.printed') }}</th>
                  <th>{{ t('office.tags.inStockHead') }}</th>
                  <th>{{ t('office.tags.pouches') }}</th>
                  <th>{{ t('office.tags.inFish') }}</th>
                  <th>{{ t('office.tags.damaged') }}</th>
                  <th>{{ t('office.tags.lost') }}</th>
                  <th></th>
                </tr>
              </thead>
              <tbody>
                <tr v-for="row in custody.batches" :key="row.id">
                  <td>{{ row.label }}</td>
                  <td>
                    <TagStreamer
                      :number="`${row.prefix}${String(row.first_serial).padStart(row.digits, '0')}`"
                    />
                  </td>
                  <td>
                    <TagStreamer
                      :number="`${row.prefix}${String(row.last_serial).padStart(row.digits, '0')}`"
                    />
                  </td>
                  <td
                    v-for="key in [
                      'printed',
                      'in_stock',
                      'in_pouch',
                      'applied',
                      'spoiled',
                      'lost',
                    ] as const"
                    :key="key"
                    class="tabular right"
                  >
                    {{ row[key] }}
                  </td>
                  <td>
                    <a
                      :href="`/api/tags/batches/${row.id}/labels.pdf`"
                      target="_blank"
                      rel="noopener"
                      >{{ t('office.tags.labels') }}</a
                    >
                  </td>
                </tr>
              </tbody>
            </table>
          </div>
        </section>

        <section class="stack-2">
          <h2>{{ t('office.tags.ledger') }}</h2>
          <form class="row" @submit.prevent="load(search)">
            <input
              v-model="search"
              class="field slim"
              :placeholder="t('office.tags.oneNumber')"
              :aria-label="t('office.tags.number')"
            />
            <el-button native-type="submit">{{ t('office.tags.find') }}</el-button>
          </form>
          <p v-if="!custody.ledger.length" class="soft">
            {{ t('office.tags.theLedgerHasNothingFor') }}
          </p>
          <div v-else class="scroll" tabindex="0">
            <table v-cards class="list">
              <thead>
                <tr>
                  <th>{{ t('office.tags.tag') }}</th>
                  <th>{{ t('office.tags.event') }}</th>
                  <th>{{ t('office.tags.member') }}</th>
                  <th>{{ t('office.tags.recordedBy') }}</th>
                  <th>{{ t('office.tags.when') }}</th>
                  <th>{{ t('office.tags.note') }}</th>
                </tr>
              </thead>
              <tbody>
                <tr v-for="(row, index) in custody.ledger" :key="index">
                  <td><TagStreamer :number="row.tag_number" /></td>
                  <td>{{ row.act }}</td>
                  <td>{{ row.member }}</td>
                  <td>{{ row.made_by ?? t('office.tags.deck') }}</td>
                  <td class="nowrap">{{ shortDateText(row.at) }}</td>
                  <td>{{ row.note }}</td>
                </tr>
              </tbody>
            </table>
          </div>
        </section>
      </template>
    </template>
  </div>
</template>

<style scoped>
summary h2 {
  display: inline;
}
.tags {
  display: grid;
  gap: var(--gap-4);
}
.two {
  grid-template-columns: 1fr 1fr;
  gap: var(--gap-5);
}
.two > div {
  display: grid;
  gap: var(--gap-2);
  align-content: start;
}
.pouch {
  display: flex;
  flex-wrap: wrap;
  gap: 4px var(--gap-3);
}
.pouch button {
  background: none;
  border: 0;
  padding: 4px 0;
  cursor: pointer;
}
.row {
  align-items: end;
}
.moves .el-input {
  width: 220px;
}
.row label {
  font-size: 15px;
  display: grid;
  width: 110px;
}
.field {
  min-height: 40px;
}
.row select.field,
.slim {
  width: auto;
  min-width: 180px;
}
.said {
  border-left: 5px solid var(--kelp);
  padding-left: var(--gap-3);
}
@media (max-width: 860px) {
  .two {
    grid-template-columns: 1fr;
  }
}
</style>
