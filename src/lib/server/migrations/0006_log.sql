-- The log: weighings, timed drops, outings, and what is left out or learned anew.

create table entry (
	id uuid primary key,
	name text not null check (length(btrim(name)) between 1 and 80),
	body jsonb not null check (jsonb_typeof(body) = 'object'),
	revision integer not null default 1 check (revision > 0),
	created_at timestamptz not null default clock_timestamp(),
	updated_at timestamptz not null default clock_timestamp()
);
