-- Load limits that were kept before there was email take none.
update load_limits set channels = '{"email": {"slots": 1, "most": 0, "alone": false, "beside": []}}'::jsonb || channels;
