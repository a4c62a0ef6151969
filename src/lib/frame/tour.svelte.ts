import { goto } from '$app/navigation';

/** Whether a person is shown round. */
class ShownRound {
	on = $state(false);

	async begin(): Promise<void> {
		// What is shown is on the Bench.
		await goto('/');
		this.on = true;
	}
}

export const tour = new ShownRound();
