<script setup lang="ts">
/* The content of a chart as a table for screen readers. */
defineProps<{ caption: string; heads: string[]; rows: string[][] }>()
</script>

<template>
  <!-- A table takes no height, so what hides it is around it. -->
  <div class="visually-hidden accessible-table">
    <table>
      <caption>
        {{
          caption
        }}
      </caption>
      <thead>
        <tr>
          <th v-for="head in heads" :key="head" scope="col">{{ head }}</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="(row, r) in rows" :key="r">
          <template v-for="(cell, c) in row" :key="c"
            ><th v-if="c === 0" scope="row">{{ cell }}</th>
            <td v-else>{{ cell }}</td></template
          >
        </tr>
      </tbody>
    </table>
  </div>
</template>

<style scoped>
/* Its length does not cause other layout. */
.accessible-table {
  contain: strict;
}
</style>
