-- Photos of flies, each once, by the SHA-256 of its file: as JPEG, made anew and small when it came in. Flies name
-- them by their hash; a fly may name one that is not here, when its file came without it.
create table photo (
	hash text primary key,
	at timestamptz not null default now(),
	width integer not null,
	height integer not null,
	jpeg bytea not null
);
alter table photo alter column jpeg set storage external;
