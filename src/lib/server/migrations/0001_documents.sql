-- Documents that a person edits. The body is the document's own part as JSON, checked by the
-- contract before it gets here; name and revision are columns because lists and two windows need them.

create table river (
	id uuid primary key,
	name text not null check (length(btrim(name)) between 1 and 80),
	body jsonb not null check (jsonb_typeof(body) = 'object'),
	revision integer not null default 1 check (revision > 0),
	created_at timestamptz not null default clock_timestamp(),
	updated_at timestamptz not null default clock_timestamp()
);

create table lie (
	id uuid primary key,
	river_id uuid not null references river (id),
	name text not null check (length(btrim(name)) between 1 and 80),
	body jsonb not null check (jsonb_typeof(body) = 'object'),
	revision integer not null default 1 check (revision > 0),
	created_at timestamptz not null default clock_timestamp(),
	updated_at timestamptz not null default clock_timestamp()
);
create index lie_of_river on lie (river_id);

create table fly (
	id uuid primary key,
	name text not null check (length(btrim(name)) between 1 and 80),
	body jsonb not null check (jsonb_typeof(body) = 'object'),
	revision integer not null default 1 check (revision > 0),
	created_at timestamptz not null default clock_timestamp(),
	updated_at timestamptz not null default clock_timestamp()
);

-- What was done, each with what it takes to undo and to redo it. "dropped" are actions that were
-- undone and then overtaken by another; they stay for the history.
create table action (
	id integer generated always as identity primary key,
	at timestamptz not null default clock_timestamp(),
	label text not null,
	paths text[] not null default '{}',
	state text not null default 'done' check (state in ('done', 'undone', 'dropped')),
	changes jsonb not null check (jsonb_typeof(changes) = 'array')
);
create index action_by_state on action (state, id);

-- What is on the strip, and preferences.
create table setting (
	key text primary key,
	value jsonb not null
);
