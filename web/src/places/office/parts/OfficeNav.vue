<script setup lang="ts">
import { storeToRefs } from 'pinia'
import { computed } from 'vue'
import SubNav from '@/parts/SubNav.vue'
import { useSessionStore } from '@/stores/session'

const { isCoordinator } = storeToRefs(useSessionStore())
const MEMBERS = { '/office/house-rules': 'House rules', '/office/tags': 'Tags' }
const COORDINATORS = {
  '/office/members': 'Members',
  '/office/species': 'Species and law',
  '/office/waters': 'Programme and waters',
  '/office/old-records': 'Old records',
  '/office/letters': 'Letters',
  '/office/keys': 'Keys for programs',
  '/office/changes': 'Who changed what',
  '/office/sign-ins': 'Sign-ins',
}
const pages = computed(() => (isCoordinator.value ? { ...MEMBERS, ...COORDINATORS } : MEMBERS))
</script>

<template>
  <SubNav label="Office" :pages="pages" />
</template>
