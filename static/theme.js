// Before the first paint: the theme that was chosen here, else the one the system asks for.
(function () {
	var chosen = null;
	try {
		chosen = localStorage.getItem('gravitas-theme');
	} catch (e) {
		// Storage may be forbidden; the system's wish is good enough.
	}
	var dark = window.matchMedia('(prefers-color-scheme: dark)').matches;
	document.documentElement.dataset.theme = chosen || (dark ? 'peat' : 'limestone');
})();
