<script lang="ts" generics="T extends string">
	interface Props {
		label: string;
		value: T;
		options: readonly { readonly value: T; readonly words: string; readonly colour?: string }[];
		onchange: (value: T) => void;
		/** The label stands near by already; only a screen reader needs it. */
		labelled?: boolean;
	}
	let { label, value, options, onchange, labelled = false }: Props = $props();
	const id = $props.id();
	/** Four side by side; more in rows of like length. */
	const columns = $derived(
		options.length <= 4 ? options.length : Math.ceil(options.length / Math.ceil(options.length / 4))
	);
	/** Of a long word two side by side are enough on a phone. */
	const LONG = 11;
	const narrow = $derived(
		columns > 3 && options.some(({ words }) => words.split(' ').some((word) => word.length > LONG))
			? 2
			: columns
	);
</script>

<fieldset class="min-w-0" data-word={label}>
	<legend class={labelled ? 'sr-only' : 'block text-sm text-quiet'}>{label}</legend>
	<div
		class="grid auto-rows-[2.75rem] grid-cols-[repeat(var(--columns),minmax(0,1fr))] gap-px overflow-hidden rounded-md bg-sunk max-sm:grid-cols-[repeat(var(--narrow),minmax(0,1fr))]"
		style:--columns={columns}
		style:--narrow={narrow}
	>
		{#each options as option (option.value)}
			<label
				class="relative grid min-w-0 cursor-pointer place-items-center px-1 text-center text-sm leading-tight has-checked:bg-ink has-checked:text-ground has-focus-visible:z-10 has-focus-visible:outline-[2.5px] has-focus-visible:-outline-offset-2 has-focus-visible:outline-water"
			>
				<input
					type="radio"
					name={id}
					class="absolute inset-0 cursor-pointer appearance-none opacity-0"
					checked={option.value === value}
					onchange={() => onchange(option.value)}
				/>
				<span class="pointer-events-none flex items-center gap-1.5">
					{#if option.colour}<span
							class="size-2.5 shrink-0 rounded-full"
							style:background={option.colour}
						></span>{/if}
					{option.words}
				</span>
			</label>
		{/each}
	</div>
</fieldset>
