<script setup lang="ts">
/* Hints for adding a kind of source. */
defineProps<{ kind: string }>()

const SERVERS = new Set(['postgresql', 'mariadb'])
const FILES = new Set(['duckdb', 'sqlite'])
</script>

<template>
  <div v-if="kind === 'trino'" class="soft">
    Statements run as read-only transactions. Tables of this catalog, or of one schema of it, are called by their own
    names; those of other catalogs by catalog, schema and name. A password is kept encrypted, never sent back, and given
    to the cluster over TLS alone.
  </div>
  <div v-else-if="SERVERS.has(kind)" class="soft">
    Connections are read-only. The password is kept encrypted and never sent back. Use a read-only database user.
  </div>
  <div v-else-if="kind === 'folder'" class="soft">
    Every CSV, JSON or Parquet file and every sheet of a workbook (XLSX) in it is a table; a folder in it is one table
    of all its files. A name is looked for in the server's folder for files; a whole path may lead into any folder that
    the operator allowed. Nothing in it is changed.
  </div>
  <div v-else-if="FILES.has(kind)" class="soft">
    A name is looked for in the server's folder for files; a whole path may lead into any folder that the operator
    allowed. The file is opened read-only.
  </div>
</template>
