-- A ledger's words say which way: what was entered with a minus is what it always counted as.
update lot set body = jsonb_set(body, '{entries}', (
	select jsonb_agg(case
		when (entry ->> 'amount')::numeric >= 0 or entry ->> 'kind' = 'corrected' then entry
		when entry ->> 'kind' = 'bought' then entry - 'price' || '{"kind": "corrected"}'
		else entry || jsonb_build_object(
			'kind', case entry ->> 'kind' when 'returned' then 'used' else 'returned' end,
			'amount', -(entry ->> 'amount')::numeric)
		end order by place)
	from jsonb_array_elements(body -> 'entries') with ordinality as list (entry, place)))
where exists (
	select from jsonb_array_elements(body -> 'entries') as entry
	where (entry ->> 'amount')::numeric < 0 and entry ->> 'kind' <> 'corrected');

-- Names show every character that they have: controls, marks of direction and blanks without width go.
create function seen(name text) returns text language sql immutable as $$
	select coalesce(nullif(btrim(regexp_replace(name,
		'[\u0001-\u001f\u007f-\u009f\u00ad\u034f\u061c\u115f\u1160\u180b-\u180f\u200b\u200e\u200f\u2028-\u202e\u2060-\u206f\u2800\u3164\ufeff\uffa0\ufff9-\ufffb\U000e0000-\U000e0fff]',
		'', 'g')), ''), 'Without a name')
$$;
update fly set name = seen(name) where name <> seen(name);
update rig set name = seen(name) where name <> seen(name);
update river set name = seen(name) where name <> seen(name);
update lie set name = seen(name) where name <> seen(name);
update lot set name = seen(name) where name <> seen(name);
update batch set name = seen(name) where name <> seen(name);
update entry set name = seen(name) where name <> seen(name);
update lot set body = jsonb_set(body, '{dressing,kind}', to_jsonb(seen(body #>> '{dressing,kind}')))
where body #>> '{dressing,kind}' <> seen(body #>> '{dressing,kind}');
update entry set body = jsonb_set(jsonb_set(body,
	'{outing,lieName}', to_jsonb(seen(body #>> '{outing,lieName}'))),
	'{outing,rigName}', to_jsonb(seen(body #>> '{outing,rigName}')))
where body ? 'outing' and (body #>> '{outing,lieName}' <> seen(body #>> '{outing,lieName}')
	or body #>> '{outing,rigName}' <> seen(body #>> '{outing,rigName}'));
update batch set body = jsonb_set(body, '{items}', (
	select jsonb_agg(item || jsonb_build_object('name', seen(item ->> 'name')) order by place)
	from jsonb_array_elements(body -> 'items') with ordinality as list (item, place)))
where exists (
	select from jsonb_array_elements(body -> 'items') as item where item ->> 'name' <> seen(item ->> 'name'));
drop function seen(text);
