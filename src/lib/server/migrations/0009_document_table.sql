-- The table of a kind of document: all but that of lies, which knows the rivers, are alike. A further kind
-- is one line in a migration of its own: select document_table('cast');

create function document_table(kind text) returns void language plpgsql as $$
begin
	execute format('create table %I (
		id uuid primary key,
		name text not null check (length(btrim(name)) between 1 and 80),
		body jsonb not null check (jsonb_typeof(body) = ''object''),
		revision integer not null default 1 check (revision > 0),
		created_at timestamptz not null default clock_timestamp(),
		updated_at timestamptz not null default clock_timestamp()
	)', kind);
end
$$;
