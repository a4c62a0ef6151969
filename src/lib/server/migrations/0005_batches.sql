-- Batches: runs of flies with their frozen recipes, the flies that left the vise, and with them the box.

create table batch (
	id uuid primary key,
	name text not null check (length(btrim(name)) between 1 and 80),
	body jsonb not null check (jsonb_typeof(body) = 'object'),
	revision integer not null default 1 check (revision > 0),
	created_at timestamptz not null default clock_timestamp(),
	updated_at timestamptz not null default clock_timestamp()
);

-- Where one is at the vise. It changes with every key, and is no action of its own: it outlives the
-- undoing of its batch, so that redoing finds the place again.

create table tying (
	batch_id uuid primary key,
	progress jsonb not null check (jsonb_typeof(progress) = 'object'),
	updated_at timestamptz not null default clock_timestamp()
);
