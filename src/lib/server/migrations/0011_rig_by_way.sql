-- A rig has what its way asks for; what it had for other ways it keeps, to go back to.
-- Rigs of before had all of that side by side. Those of outings too, so that a file of before is still the same.
-- And what an outing says of a parameter was said of a belief.

create function by_way(rig jsonb) returns jsonb language sql immutable as $$
	select case when others = '{}' then rig else rig - array(select jsonb_object_keys(others))
		|| jsonb_build_object('kept', others || coalesce(rig -> 'kept', '{}')) end
	from (
		select coalesce(jsonb_object_agg(key, value), '{}') as others
		from jsonb_each(rig)
		where key = any ('{rodM,tipHeightM,leader,lead,feelsBed,floatMm,carriesG,countdownS,retrieveMs}')
		and key <> all (case rig ->> 'way'
			when 'tight line' then '{rodM,tipHeightM,leader,lead,feelsBed}'
			when 'float' then '{floatMm}'
			when 'dry fly' then '{carriesG}'
			when 'swing' then '{rodM,tipHeightM,leader}'
			when 'still water' then '{rodM,tipHeightM,leader,countdownS,retrieveMs}'
		end::text[])
	) as split
$$;
create function outing_now(outing jsonb) returns jsonb language sql immutable as $$
	select outing
		|| case when outing ? 'rig' then jsonb_build_object('rig', by_way(outing -> 'rig')) else '{}' end
		|| case when outing #> '{fit,slopes}' is null then '{}' else jsonb_build_object('fit',
			jsonb_set(outing -> 'fit', '{slopes}', (
				select coalesce(jsonb_agg(case when slope ? 'belief'
					then slope - 'belief' || jsonb_build_object('parameter', slope -> 'belief')
					else slope end order by place), '[]')
				from jsonb_array_elements(outing #> '{fit,slopes}') with ordinality as list (slope, place)))) end
$$;
create function document_now(kind text, document jsonb) returns jsonb language sql immutable as $$
	select case
		when kind = 'rig' and document ? 'body'
			then jsonb_set(document, '{body}', by_way(document -> 'body'))
		when document #> '{body,outing}' is not null
			then jsonb_set(document, '{body,outing}', outing_now(document #> '{body,outing}'))
		else document end
$$;
update rig set body = by_way(body);
update entry set body = jsonb_set(body, '{outing}', outing_now(body -> 'outing')) where body ? 'outing';
-- What undo brings back as well.
update action set changes = (
	select jsonb_agg(change || jsonb_build_object(
		'before', document_now(change ->> 'kind', change -> 'before'),
		'after', document_now(change ->> 'kind', change -> 'after')) order by place)
	from jsonb_array_elements(changes) with ordinality as list (change, place))
where exists (
	select from jsonb_array_elements(changes) as change where change ->> 'kind' in ('rig', 'entry'));
drop function document_now(text, jsonb);
drop function outing_now(jsonb);
drop function by_way(jsonb);
