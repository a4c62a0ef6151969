/** Offers a text as a file to save. */
export function saveText(name: string, type: string, text: string): void {
	const address = URL.createObjectURL(new Blob([text], { type }));
	const link = document.createElement('a');
	link.href = address;
	// Characters that a file system may not take.
	link.download = name.replace(/[\\/:*?"<>|]/g, '-');
	link.click();
	URL.revokeObjectURL(address);
}
