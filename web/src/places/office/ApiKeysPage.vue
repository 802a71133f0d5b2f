<script setup lang="ts">
import { computed, onMounted, ref, shallowRef } from 'vue'
import { exchange } from '@/api/exchange'
import { useAct } from '@/api/useAct'
import { shortDateText } from '@/format/units'
import RadioChoices from '@/parts/RadioChoices.vue'
import TroubleNote from '@/parts/TroubleNote.vue'
import { t } from '@/words/office'
import OfficeNav from './parts/OfficeNav.vue'

/** Keys with which programs read, and how they do it. */
const keys = shallowRef<Awaited<ReturnType<typeof exchange.keys>>['keys'] | null>(null)
const fresh = ref('')
const name = ref('')
const may = ref<'read' | 'hand_in'>('read')
const MAY = { read: t('office.apiKeys.mayRead'), hand_in: t('office.apiKeys.mayHandIn') }
const { busy, refusal, notice, run } = useAct()
const operations = shallowRef<Awaited<ReturnType<typeof exchange.contract>>['operations']>([])
onMounted(() =>
  run(async () => {
    keys.value = (await exchange.keys()).keys
    operations.value = (await exchange.contract()).operations
  }),
)

const make = () =>
  run(async () => {
    const made = await exchange.makeKey(name.value.trim(), may.value)
    keys.value = made.keys
    fresh.value = made.key ?? ''
    name.value = ''
  })
const revoke = (id: number, called: string) =>
  run(async () => {
    keys.value = (await exchange.revokeKey(id)).keys
    fresh.value = ''
    notice.value = t('office.apiKeys.canNoLongerReadData', { called })
  })
const address = `${window.location.origin}/api/catches`
const key = computed(() => fresh.value || 'vk_…')
const EXAMPLES = computed(() => ({
  curl: `curl -H "Authorization: Bearer ${key.value}" ${address}`,
  Python: `import json, urllib.request
asked = urllib.request.Request("${address}", headers={"Authorization": "Bearer ${key.value}"})
catches = json.load(urllib.request.urlopen(asked))["catches"]
print(len(catches))`,
  R: `library(httr2)
request("${address}") |>
  req_auth_bearer_token("${key.value}") |>
  req_perform() |> resp_body_json(simplifyVector = TRUE)`,
  Ruby: `require "net/http"
require "json"
answer = Net::HTTP.get(URI("${address}"), { "Authorization" => "Bearer ${key.value}" })
catches = JSON.parse(answer)["catches"]
puts catches.size`,
}))
</script>

<template>
  <div class="page keys stack">
    <OfficeNav />
    <h1>{{ t('office.apiKeys.apiKeys') }}</h1>
    <p class="soft">
      {{ t('office.apiKeys.aKeyReadsCatchesIn') }}
    </p>
    <TroubleNote :trouble="refusal" />
    <p v-if="notice" role="status">{{ notice }}</p>
    <form class="make row-3 at-end" @submit.prevent="make">
      <label>
        {{ t('office.apiKeys.whoOrWhatUsesThe') }}
        <input v-model="name" class="field" minlength="3" maxlength="120" required />
      </label>
      <RadioChoices
        :legend="t('office.apiKeys.whatItIsFor')"
        name="may"
        :choices="MAY"
        :chosen="may"
        @choose="may = $event"
      />
      <el-button native-type="submit" type="primary" :loading="busy">{{
        t('office.apiKeys.createKey')
      }}</el-button>
    </form>
    <p v-if="fresh" role="status" class="fresh">
      <b>{{ t('office.apiKeys.copyTheKeyNowIt') }}</b>{{ ' '
      }}<code class="figures">{{ fresh }}</code>
    </p>
    <el-skeleton v-if="!keys && !refusal" :rows="4" animated />
    <p v-else-if="keys && !keys.length" class="soft">{{ t('office.apiKeys.noApiKeysYet') }}</p>
    <table v-else-if="keys" v-cards class="list">
      <thead>
        <tr>
          <th>{{ t('office.apiKeys.keyOf') }}</th>
          <th>{{ t('office.apiKeys.whatItIsFor') }}</th>
          <th>{{ t('office.apiKeys.created') }}</th>
          <th>{{ t('office.apiKeys.by') }}</th>
          <th>{{ t('office.apiKeys.lastUsed') }}</th>
          <th></th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="entry in keys" :key="entry.id">
          <td>{{ entry.name }}</td>
          <td>{{ MAY[entry.may] }}</td>
          <td class="tabular">{{ shortDateText(entry.made_at) }}</td>
          <td>{{ entry.by }}</td>
          <td class="tabular">
            {{ entry.used_on ? shortDateText(entry.used_on) : t('office.apiKeys.never') }}
          </td>
          <td>
            <span v-if="entry.revoked_at" class="soft">{{
              t('office.apiKeys.revoked', { revoked_at: shortDateText(entry.revoked_at) })
            }}</span>
            <el-popconfirm
              v-else
              :title="t('office.apiKeys.couldNoLongerReadData', { name: entry.name })"
              :confirm-button-text="t('office.apiKeys.revokeKey')"
              :cancel-button-text="t('office.apiKeys.cancel')"
              width="260"
              @confirm="revoke(entry.id, entry.name)"
            >
              <template #reference
                ><button type="button" class="link">
                  {{ t('office.apiKeys.revoke') }}
                </button></template
              >
            </el-popconfirm>
          </td>
        </tr>
      </tbody>
    </table>
    <section>
      <h2>{{ t('office.apiKeys.howAProgramReadsData') }}</h2>
      <p>
        {{ t('office.apiKeys.paging') }}
        <RouterLink to="/water/export">{{ t('office.apiKeys.waterData') }}</RouterLink>
      </p>
      <div v-for="(text, language) in EXAMPLES" :key="language">
        <h3>{{ language }}</h3>
        <pre tabindex="0" role="group" :aria-label="t('office.apiKeys.exampleIn', { language })">{{
          text
        }}</pre>
      </div>
    </section>
    <section class="contract">
      <h2>{{ t('office.apiKeys.whatAKeyMayRead') }}</h2>
      <details v-for="operation in operations" :key="operation.path">
        <summary>
          <code>{{ operation.method }} {{ operation.path }}</code> {{ operation.summary }}
        </summary>
        <p v-if="!operation.parameters.length" class="soft">
          {{ t('office.apiKeys.noParameters') }}
        </p>
        <ul>
          <li v-for="parameter in operation.parameters" :key="parameter.name">
            <code>{{ parameter.name }}</code>{{
              parameter.required ? t('office.apiKeys.required') : ''
            }}:
            {{ parameter.says }}
          </li>
        </ul>
      </details>
    </section>
  </div>
</template>

<style scoped>
.fresh {
  border-left: 5px solid var(--kelp);
  padding: var(--gap-2) var(--gap-3);
  background: var(--kelp-soft);
  overflow-wrap: anywhere;
}
pre {
  overflow-x: auto;
  padding: var(--gap-3);
  border: 1px solid var(--line);
  border-radius: var(--round);
  background: var(--sheet);
}
</style>
