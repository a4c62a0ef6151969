const days = new Intl.RelativeTimeFormat('en', { numeric: 'auto' });

/** A moment as a person says it: 14:05 today, yesterday at 9:12, 3 days ago, 4 May 2026. */
export function whenWords(iso: string, now = new Date()): string {
	const then = new Date(iso);
	const time = then.toLocaleTimeString('en-GB', { hour: '2-digit', minute: '2-digit' });
	const midnight = (date: Date) => Date.UTC(date.getFullYear(), date.getMonth(), date.getDate());
	const back = Math.round((midnight(now) - midnight(then)) / 86_400_000);
	if (back === 0) return `${time} today`;
	if (back === 1) return `yesterday at ${time}`;
	if (back > 1 && back < 7) return `${days.format(-back, 'day')} at ${time}`;
	return then.toLocaleDateString('en-GB', { day: 'numeric', month: 'long', year: 'numeric' });
}

/** Minutes and hours as one says them. */
export function duration(seconds: number): string {
	const minutes = Math.max(1, Math.round(seconds / 60));
	if (minutes < 60) return `${minutes} min`;
	return `${Math.floor(minutes / 60)} h ${String(minutes % 60).padStart(2, '0')}`;
}
