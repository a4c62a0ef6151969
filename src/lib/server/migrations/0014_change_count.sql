-- Counts what is changed, so that a window, and each of several processes on one database, knows what it has not
-- heard of. Neither in a backup nor in the tally: what is restored is another state, and begins to count anew.
create table change_count (
	only_row boolean primary key default true check (only_row),
	-- Of this counting; another one when everything was put back.
	epoch text not null default substr(replace(gen_random_uuid()::text, '-', ''), 1, 8),
	count bigint not null default 0
);
insert into change_count default values;

create or replace function tally_anew() returns void language plpgsql as $$
declare
	counted text;
begin
	delete from tally;
	for counted in
		select tablename from pg_tables where schemaname = 'public'
			and tablename not in ('tally', 'worked_out', 'migration', 'change_count')
	loop
		execute format('create or replace trigger gather_tally after insert or update or delete on %I
			for each row execute function gather_tally()', counted);
		execute format('insert into tally (name, rows, sum)
			select %L, count(*), coalesce(sum(hash_record_extended(t, 0)), 0) from %I t', counted, counted);
		perform set_config('tally.' || counted, '', true);
	end loop;
end
$$;
