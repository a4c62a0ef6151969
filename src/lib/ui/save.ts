/** Offers a text as a file to save. */
export const saveText = (name: string, type: string, text: string): void =>
	saveBlob(name, new Blob([text], { type }));

/** Offers anything as a file to save. */
export function saveBlob(name: string, content: Blob): void {
	const address = URL.createObjectURL(content);
	const link = document.createElement('a');
	link.href = address;
	// Characters that a file system may not take.
	link.download = name.replace(/[\\/:*?"<>|]/g, '-');
	link.click();
	URL.revokeObjectURL(address);
}
