/** Changes between limestone and peat, and remembers it where the browser allows. */
export function toggleTheme(): void {
	const root = document.documentElement;
	const theme = root.dataset.theme === 'peat' ? 'limestone' : 'peat';
	root.dataset.theme = theme;
	try {
		localStorage.setItem('gravitas-theme', theme);
	} catch {
		// Storage is forbidden here: the choice lasts as long as the page.
	}
}
