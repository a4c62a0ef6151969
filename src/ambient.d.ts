/** A module bundled for a Node worker thread, as a string (tools/node-worker-plugin.js). */
declare module '*?nodeworker' {
	const code: string;
	export default code;
}
