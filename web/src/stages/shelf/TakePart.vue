<script setup lang="ts">
/** A phone or tablet takes part: a code of one use, who is in already, and how to shut one out. */
import { computed, onBeforeUnmount, onMounted, ref, shallowRef } from "vue";
import { client, content, type Schemas } from "@/api/client";
import { useGuarded } from "@/api/guarded";
import NoticeLine from "@/frame/NoticeLine.vue";

const emit = defineEmits<{ close: [] }>();
const shared = shallowRef<Schemas["SharingView"] | null>(null);
const code = shallowRef<Schemas["CodeView"] | null>(null);
const { problem, guarded } = useGuarded();
/** Devices that were in when the code was made: one more means that it let somebody in. */
const before = ref<number[]>([]);

async function look(): Promise<void> {
  shared.value = (await guarded(() => content(client.GET("/api/sharing")))) ?? shared.value;
}
const joined = computed(() => shared.value?.devices.find((each) => !before.value.includes(each.number)));
async function makeCode(): Promise<void> {
  before.value = shared.value?.devices.map((each) => each.number) ?? [];
  code.value = await guarded(() => content(client.POST("/api/sharing/codes")));
  await look();
}
async function shutOut(number: number): Promise<void> {
  await guarded(() =>
    content(client.DELETE("/api/sharing/devices/{number}", { params: { path: { number } } })),
  );
  await look();
}
const minutesLeft = computed(() => Math.ceil((shared.value?.seconds_left ?? 0) / 60));
/** The fingerprint in rows that two people can read to each other. */
const fingerprint = computed(() => shared.value?.fingerprint.match(/.{1,24}/g) ?? []);
let looking = 0;
onMounted(async () => {
  await look();
  before.value = shared.value?.devices.map((each) => each.number) ?? [];
  looking = window.setInterval(() => {
    if (code.value) void look();
  }, 2000);
});
onBeforeUnmount(() => {
  window.clearInterval(looking);
  // A code that nobody sees any more must not lie open.
  if (shared.value?.seconds_left) void client.DELETE("/api/sharing/codes");
});
</script>

<template>
  <div class="sheet">
    <h1>Phone or tablet</h1>
    <NoticeLine :problem="problem" @close="problem = null" />
    <template v-if="shared && !shared.here">
      <p>Devices are let in and shut out on the machine that shares.</p>
    </template>
    <template v-else-if="shared && !shared.on">
      <p>
        Just now Kind Distance answers on this machine alone. To paint by a phone or tablet in the same
        network, end it and start it with
      </p>
      <p><code>kind-distance serve --share</code></p>
      <p>
        Only devices that you let in with a code can see anything. Without a network, take the field sheet of
        a session along instead: it is one file, at the end of the Easel's first card.
      </p>
    </template>
    <template v-else-if="shared">
      <p v-if="joined && code" class="in" role="status">{{ joined.name }} takes part.</p>
      <div v-else-if="code && shared.seconds_left" class="way">
        <img :src="code.picture" alt="Square code with the address and the code of one use" />
        <div>
          <p>Point the phone's camera at the square, or type this into its browser:</p>
          <p class="address">{{ shared.address }}/pair</p>
          <p>
            Code <strong>{{ code.code }}</strong>
          </p>
          <p class="say" role="status">
            It lets one device in, within {{ minutesLeft }} {{ minutesLeft === 1 ? "minute" : "minutes" }}.
          </p>
        </div>
      </div>
      <p v-else>
        A device in the same network can paint by the Easel, photograph and look at everything. It is let in
        once, by a code that works one time.
      </p>
      <p v-if="!code || !shared.seconds_left || joined">
        <button class="do main" @click="makeCode">
          {{ code ? "Make another code" : "Make a code" }}
        </button>
      </p>
      <details>
        <summary>The phone says that it does not know this certificate</summary>
        <p>
          It cannot: it was made here, for your network alone. Let the phone show the certificate; if its
          SHA-256 fingerprint is the one below, go on. If it is another, stop: somebody stands in between.
        </p>
        <p class="finger">
          <span v-for="(row, i) in fingerprint" :key="i">{{ row }}</span>
        </p>
      </details>
      <h2>Let in</h2>
      <ul v-if="shared.devices.length" class="devices">
        <li v-for="each in shared.devices" :key="each.number">
          <span
            ><strong>{{ each.name }}</strong> {{ each.said }}</span
          >
          <button class="do quiet" @click="shutOut(each.number)">
            Shut out <span class="hidden-label">{{ each.name }}</span>
          </button>
        </li>
      </ul>
      <p v-else>No device yet.</p>
    </template>
    <p><button class="do" @click="emit('close')">Close</button></p>
  </div>
</template>

<style scoped>
.sheet {
  display: grid;
  gap: 12px;
}
.way {
  display: grid;
  grid-template-columns: minmax(160px, 240px) minmax(0, 1fr);
  gap: 20px;
  align-items: center;
}
.way img {
  width: 100%;
  image-rendering: pixelated;
}
.address,
code,
.finger {
  font-family: ui-monospace, monospace;
  overflow-wrap: anywhere;
}
.way strong {
  font-size: 28px;
  letter-spacing: 0.12em;
  font-variant-numeric: lining-nums;
}
.finger {
  display: grid;
  font-size: 14.5px;
}
.in {
  font-size: 22px;
}
.devices {
  display: grid;
  gap: 8px;
  padding: 0;
  list-style: none;
}
.devices li {
  display: flex;
  flex-wrap: wrap;
  justify-content: space-between;
  gap: 4px 16px;
}
@media (max-width: 560px) {
  .way {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
