-- What took long to work out and can be worked out again: neither counted nor in a backup.
create table worked_out (
	what text primary key,
	-- A hash of all that it was worked out from.
	origin text not null,
	answer text not null
);

-- How many rows each table has and the sum of their hashes, kept by the transactions that change them: a page
-- that is lost reads as an empty one, without an error, and an old page reads like any other.
--
--   rows = count(*),  sum = sum(hash_record_extended(row, 0))
--
-- Compared at the start and before every backup (db/tables.ts). A restored backup counts anew.

create table tally (
	name text primary key,
	rows bigint not null,
	sum numeric not null,
	-- Turned round by the first change of a transaction: what was gathered is then added at its end.
	turned boolean not null default false
);

-- A row's change is gathered in a setting that lives as long as the transaction. A row of the tally that
-- were changed with each of ten thousand rows would have to be found among ten thousand versions of itself.
create function gather_tally() returns trigger language plpgsql as $$
declare
	gathered text[] := string_to_array(nullif(current_setting('tally.' || tg_table_name, true), ''), ' ');
	rows bigint := coalesce(gathered[1], '0');
	sum numeric := coalesce(gathered[2], '0');
begin
	if gathered is null then
		update tally set turned = not turned where name = tg_table_name;
	end if;
	if tg_op <> 'INSERT' then
		rows := rows - 1;
		sum := sum - hash_record_extended(old, 0);
	end if;
	if tg_op <> 'DELETE' then
		rows := rows + 1;
		sum := sum + hash_record_extended(new, 0);
	end if;
	perform set_config('tally.' || tg_table_name, rows || ' ' || sum, true);
	return null;
end
$$;

create function settle_tally() returns trigger language plpgsql as $$
declare
	gathered text[] := string_to_array(nullif(current_setting('tally.' || new.name, true), ''), ' ');
begin
	if gathered is not null then
		update tally set rows = rows + gathered[1]::bigint, sum = sum + gathered[2]::numeric where name = new.name;
		perform set_config('tally.' || new.name, '', true);
	end if;
	return null;
end
$$;
create constraint trigger settle_tally after update on tally deferrable initially deferred
	for each row when (old.turned is distinct from new.turned) execute function settle_tally();

-- Counts every table, and sees to it that each is counted from now on. Called after every migration, since a
-- further column changes the hash of every row, and a further table has no trigger.
create function tally_anew() returns void language plpgsql as $$
declare
	counted text;
begin
	delete from tally;
	for counted in
		select tablename from pg_tables where schemaname = 'public' and tablename not in ('tally', 'worked_out', 'migration')
	loop
		execute format('create or replace trigger gather_tally after insert or update or delete on %I
			for each row execute function gather_tally()', counted);
		execute format('insert into tally (name, rows, sum)
			select %L, count(*), coalesce(sum(hash_record_extended(t, 0)), 0) from %I t', counted, counted);
		perform set_config('tally.' || counted, '', true);
	end loop;
end
$$;
