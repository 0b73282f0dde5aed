-- Web processes keep in memory whose sessions there are: they are told of each that is over, or changed, at once.
create function tell_session() returns trigger language plpgsql as $$
begin
  perform pg_notify('session', old.id);
  return null;
end $$;--> statement-breakpoint
create trigger session_told after delete or update on session for each row execute function tell_session();
