<script setup lang="ts"></script>
<template>
  <div class="page"><h1>Technique cards</h1></div>
</template>
