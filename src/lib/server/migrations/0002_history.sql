-- The documents that an action touched, so that the history of one is found without reading all.

alter table action add column documents uuid[] not null default '{}';
update action set documents = (
	select coalesce(array_agg((change ->> 'id')::uuid), '{}') from jsonb_array_elements(changes) as change
);
create index action_by_document on action using gin (documents);
