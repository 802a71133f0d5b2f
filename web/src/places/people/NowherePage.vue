<script setup lang="ts">
import { t } from '@/words/people'
</script>

<template>
  <div class="page narrow">
    <h1>{{ t('people.nowhere.thisPageDoesNotExist') }}</h1>
    <p>
      {{ t('people.nowhere.goToThe') }}
      <RouterLink to="/deck">{{ t('people.nowhere.deck') }}</RouterLink>{{ t('people.nowhere.or') }}
      <RouterLink to="/report">{{ t('people.nowhere.reportATag') }}</RouterLink>.
    </p>
  </div>
</template>
