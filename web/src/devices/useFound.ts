import { computed, reactive, ref } from 'vue';
import { api, ask, Problem, type Schemas } from '@/api/client';

type Found = Schemas['FoundAddress'];

/**
 * Where somebody may find a device, and what became of it. ASKING until it has said what it is; NONE where nothing there is one; TRUST
 * where its certificate has to be looked at first; KEPT where it is a device of the office already.
 */
export interface FoundRow {
  /** Stays the same, whatever it is called. */
  key: number;
  address: string;
  protocol: Found['protocol'];
  encrypted: Found['encrypted'];
  fingerprint: string;
  name: string;
  place: string;
  placeWhat: string;
  model: string;
  deviceId: string;
  state: 'ASKING' | 'READY' | 'TRUST' | 'NONE' | 'KEPT' | 'ADDING' | 'ADDED' | 'FAILED';
  chosen: boolean;
  words: string;
  certificate?: Schemas['Certificate'];
}

/** So many are asked at once. */
const AT_ONCE = 4;

function rowOf(found: Found, key: number): FoundRow {
  const kept = found.deviceId ?? '';
  return {
    key,
    address: found.address,
    protocol: found.protocol,
    encrypted: found.encrypted,
    fingerprint: '',
    name: found.name || found.model,
    place: found.place,
    placeWhat: found.placeWhat,
    model: found.model,
    deviceId: kept,
    state: kept ? 'KEPT' : found.problem ? 'FAILED' : 'ASKING',
    chosen: false,
    words: found.problem,
  };
}

const wordsOf = (problem: Problem) => {
  const first = problem.problems[0] ?? problem;
  return `${first.sentence} ${first.remedy}`.trim();
};

/** What was found, each asked what it is, and those that somebody chose added one after the other. */
export function useFound() {
  const rows = ref<FoundRow[]>([]);
  const adding = ref(false);
  /** Whoever leaves the page stops it. */
  let over = false;
  const running = ref(0);
  const waiting: FoundRow[] = [];

  function take(found: Found[]) {
    const known = new Set(rows.value.map((row) => row.address));
    for (const one of found) {
      if (known.has(one.address) && !one.problem) continue;
      known.add(one.address);
      const row = reactive(rowOf(one, rows.value.length));
      rows.value.push(row);
      if (row.state === 'ASKING') waiting.push(row);
    }
    askNext();
  }

  function askNext() {
    while (running.value < AT_ONCE && waiting.length) {
      const row = waiting.shift();
      if (!row || over) return;
      running.value++;
      void look(row).finally(() => {
        running.value--;
        askNext();
      });
    }
  }

  async function look(row: FoundRow) {
    row.state = 'ASKING';
    const { address, protocol, encrypted, fingerprint } = row;
    try {
      const seen = await ask(
        api.POST('/api/devices/look', { body: { address, protocol, encrypted, fingerprint } }),
      );
      const state = seen.says ? 'READY' : 'TRUST';
      Object.assign(row, {
        protocol: seen.protocol,
        encrypted: seen.access.encrypted,
        certificate: seen.certificate ?? undefined,
        state,
        model: seen.says?.abilities.makeAndModel || row.model,
        words: seen.says?.conditionWords ?? '',
      });
      row.name ||= row.model;
      row.chosen = state === 'READY';
    } catch (error) {
      if (!(error instanceof Problem)) throw error;
      // Something listens there that is no device, and nobody asked for it by name.
      row.state = row.name ? 'FAILED' : 'NONE';
      row.words = wordsOf(error);
    }
  }

  async function trust(row: FoundRow) {
    row.fingerprint = row.certificate?.fingerprint ?? '';
    await look(row);
  }

  const chosen = computed(() => rows.value.filter((row) => row.chosen && row.state === 'READY'));

  async function add(places: Schemas['DevicePlace'][]) {
    adding.value = true;
    let added = 0;
    for (const row of chosen.value) {
      if (over) break;
      row.state = 'ADDING';
      try {
        const what = row.placeWhat || places.find(({ name }) => name === row.place)?.what || '';
        const { address, name, place, protocol, encrypted, fingerprint } = row;
        const body = {
          address,
          name,
          place,
          placeWhat: what,
          protocol,
          encrypted,
          fingerprint,
          signOutSeconds: 60,
          language: '',
        };
        row.deviceId = (await ask(api.POST('/api/devices', { body }))).id;
        row.state = 'ADDED';
        added++;
      } catch (error) {
        if (!(error instanceof Problem)) throw error;
        row.state = 'READY';
        row.words = wordsOf(error);
      }
      row.chosen = row.state === 'READY';
    }
    adding.value = false;
    return added;
  }

  return {
    rows,
    adding,
    asking: computed(() => running.value > 0),
    chosen,
    take,
    look,
    trust,
    add,
    stop: () => (over = true),
  };
}
