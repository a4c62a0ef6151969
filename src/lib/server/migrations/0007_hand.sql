-- Each control of a rig's hand is set by the person or found. What stands at the number of the starter rig
-- of before counts as untouched, everything else as set; the numbers stay.

update rig set body = body || jsonb_build_object('set', jsonb_build_object(
	'line', (body #>> '{leader,lengthM}')::numeric <> 2.4,
	'hangs', (body #>> '{tippet,lengthM}')::numeric <> 1.2,
	'countdown', (body ->> 'countdownS')::numeric <> 8,
	'retrieve', (body ->> 'retrieveMs')::numeric <> 0.1,
	'lead', (body ->> 'lead')::numeric <> 0.8,
	'landing', body ->> 'landing' <> 'slack'
)) where not body ? 'set';

-- Room to land a fly that nobody changed from the three metres of before is the usual now: two and a half depths.
update lie set body = body - 'approachM' where (body ->> 'approachM')::numeric = 3;
