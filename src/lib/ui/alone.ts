/** Makes everything outside an element inert, so that the focus stays in it. @returns sets it free again */
export function alone(root: HTMLElement): () => void {
	const quiet: HTMLElement[] = [];
	for (let inner = root; inner !== document.body; inner = inner.parentElement!) {
		for (const other of inner.parentElement!.children) {
			if (other === inner || !(other instanceof HTMLElement) || other.inert) continue;
			other.inert = true;
			quiet.push(other);
		}
	}
	return () => quiet.forEach((other) => (other.inert = false));
}
