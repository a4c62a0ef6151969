/** Version of the model; a stored prediction carries it. Written by `npm run model-version` from the model's answers. */
export const MODEL_VERSION = 394693;
