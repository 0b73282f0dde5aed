-- Two settings of the centre have better names. What journals and waiting commands say is read as that (core/routing/upcast.ts).
update plan_draft set centre = centre - 'dayTurnsAtHour' - 'wishSeconds'
  || jsonb_strip_nulls(jsonb_build_object('dayStartsAtHour', centre -> 'dayTurnsAtHour', 'preferredSeconds', centre -> 'wishSeconds'))
  where centre ?| array['dayTurnsAtHour', 'wishSeconds'];--> statement-breakpoint
update plan_version set document = jsonb_set(document, '{centre}', (document -> 'centre') - 'dayTurnsAtHour' - 'wishSeconds'
  || jsonb_strip_nulls(jsonb_build_object(
    'dayStartsAtHour', document #> '{centre,dayTurnsAtHour}', 'preferredSeconds', document #> '{centre,wishSeconds}')))
  where document -> 'centre' ?| array['dayTurnsAtHour', 'wishSeconds'];
