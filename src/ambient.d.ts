/** A module bundled for a Node worker thread, as a string (tools/node-worker-plugin.js). */
declare module '*?nodeworker' {
	const code: string;
	export default code;
}

/** A module with all that it imports as one classic script, as a string (tools/page-script-plugin.js). */
declare module '*?pagescript' {
	const code: string;
	export default code;
}
