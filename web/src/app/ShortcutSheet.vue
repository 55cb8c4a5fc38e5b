<script setup lang="ts">
const open = defineModel<boolean>({ required: true });

const KEYS: [string, string][] = [
  ['/ or Ctrl K', 'find anything'],
  ['j  k', 'next, previous in a list'],
  ['Enter', 'open the delivery'],
  ['n', 'new'],
  ['e', 'edit'],
  ['t', 'test: try again, or probe'],
  ['u', 'undo what was just saved or deleted'],
  ['Esc', 'back'],
  ['g t', 'go to Today'],
  ['g d', 'Deliveries'],
  ['g f', 'Fleet'],
  ['g r', 'Alerts'],
  ['g h', 'Calls for help'],
  ['g l', 'Unclaimed'],
  ['g b', 'Shelf'],
  ['g v', 'Devices'],
  ['g m', 'Mail servers'],
  ['g o', 'Destinations'],
  ['g p', 'Profiles'],
  ['g n', 'Names'],
  ['g j', 'Jobs'],
  ['g e', 'People'],
  ['g a', 'Panels'],
  ['g w', 'Reports'],
  ['g c', 'Change log'],
  ['g i', 'Sign-ins'],
  ['g u', 'Accounts'],
  ['g s', 'Settings'],
  ['?', 'this sheet'],
];
</script>

<template>
  <el-dialog v-model="open" title="Keys" width="560">
    <dl>
      <div v-for="[key, words] in KEYS" :key="key">
        <dt>
          <kbd>{{ key }}</kbd>
        </dt>
        <dd>{{ words }}</dd>
      </div>
    </dl>
  </el-dialog>
</template>

<style scoped>
dl {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 6px 28px;
  margin: 0;
}
dl div {
  display: flex;
  gap: 12px;
  align-items: baseline;
  border-bottom: 1px solid var(--rule);
  padding-bottom: 5px;
}
dt {
  width: 90px;
}
dd {
  margin: 0;
}
kbd {
  font: 400 12.5px/18px var(--mono);
}
</style>
