/** What lives in a river card: as its page, and as the worker that the page starts of the same text. */
import { cardAnswer, type CardQuestion } from './follow';
import { showCard } from './show';

if (typeof document === 'undefined') {
	addEventListener('message', ({ data }: MessageEvent<CardQuestion>) =>
		postMessage(cardAnswer(data))
	);
} else showCard();
