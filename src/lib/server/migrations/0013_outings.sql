-- Outings: days on a river that are planned.
select document_table('outing');
