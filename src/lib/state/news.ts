import type { ChangeNews } from '$lib/api/answers';

/** ms */
const AGAIN = 1000;

/**
 * Listens to what is kept, here or in other windows, for as long as the page is in sight. A page out
 * of sight lets its connection go, since a browser has only a few to each server; the `hello` on
 * coming back tells it whether it missed anything.
 *
 * @returns ends it
 */
export function listenForNews(
	hello: (snapshotVersion: string) => void,
	news: (news: ChangeNews) => void
): () => void {
	let source: EventSource | null = null;
	let timer: ReturnType<typeof setTimeout> | undefined;
	const connect = () => {
		clearTimeout(timer);
		source?.close();
		source = null;
		if (document.hidden) return;
		source = new EventSource('/api/news');
		source.addEventListener('hello', (event) =>
			hello((JSON.parse(event.data as string) as ChangeNews).snapshotVersion)
		);
		source.addEventListener('news', (event) =>
			news(JSON.parse(event.data as string) as ChangeNews)
		);
		// By itself it tries again where nobody answers, but not after an answer that is none, as of a program that is
		// just starting.
		source.addEventListener('error', () => {
			if (source?.readyState === EventSource.CLOSED) timer = setTimeout(connect, AGAIN);
		});
	};
	connect();
	document.addEventListener('visibilitychange', connect);
	return () => {
		clearTimeout(timer);
		document.removeEventListener('visibilitychange', connect);
		source?.close();
	};
}
