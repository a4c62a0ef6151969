<script lang="ts">
	import { MODEL_VERSION } from '$core/predict/index';

	interface Props {
		version: string;
		/** Of the data. */
		folder: string;
	}
	let { version, folder }: Props = $props();
</script>

<section aria-labelledby="about-here" class="min-w-0">
	<h2 id="about-here" class="text-lg font-semibold">About</h2>
	<dl class="mt-1 grid gap-2">
		<div>
			<dt class="text-sm text-quiet">Gravitas</dt>
			<dd>
				version <span class="figure">{version}</span>, model
				<span class="figure">{MODEL_VERSION}</span>
			</dd>
		</div>
		<div>
			<dt class="text-sm text-quiet">Your data lie in</dt>
			<dd class="break-all">{folder}</dd>
		</div>
	</dl>
	<p class="mt-2 text-sm text-quiet">
		On this machine and nowhere else: nothing is sent anywhere. Millimetres or inches, grams or
		grains and the currency are chosen with <kbd class="figure">I</kbd>; <kbd class="figure">?</kbd> lists
		all that can be done. Lead, resin, flame, blades, hooks and wading: the cautions stand where they
		apply, and local rules decide.
	</p>
</section>
