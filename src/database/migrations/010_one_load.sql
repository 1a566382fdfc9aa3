-- Up Migration

-- A heat load has one key everywhere: “170”, “90+200” with a graphics card, “140~render” for a program. Plans and mounts
-- at the bench named it by its label, “render, 140 W”, before.

CREATE FUNCTION labelled_load(label text) RETURNS jsonb LANGUAGE sql IMMUTABLE AS $$
  SELECT jsonb_build_object(
    'loadW', coalesce((regexp_match(label, '(?:^|, )(\d+(?:\.\d+)?) W'))[1]::double precision, 0),
    'loadName', coalesce((regexp_match(label, '^(.*), (?:idle|\d+(?:\.\d+)? W)'))[1], ''),
    'gpuLoadW', coalesce((regexp_match(label, ' \+ (\d+(?:\.\d+)?) W graphics$'))[1]::double precision, 0))
$$;

CREATE FUNCTION labelled_key(label text) RETURNS text LANGUAGE sql IMMUTABLE AS $$
  SELECT CASE WHEN label !~ '(idle| W)( \+ .* W graphics)?$' THEN label ELSE
    (l ->> 'loadW') || CASE WHEN l ->> 'gpuLoadW' = '0' THEN '' ELSE '+' || (l ->> 'gpuLoadW') END
                    || CASE WHEN l ->> 'loadName' = '' THEN '' ELSE '~' || (l ->> 'loadName') END END
  FROM labelled_load(label) l
$$;

UPDATE sheets SET body = jsonb_set(body, '{droppedLoads}',
  (SELECT coalesce(jsonb_agg(labelled_key(label)), '[]') FROM jsonb_array_elements_text(body -> 'droppedLoads') label))
WHERE kind = 'plan' AND jsonb_array_length(body -> 'droppedLoads') > 0;

UPDATE bench_sessions SET state = jsonb_set(state, '{skipped}',
  (SELECT coalesce(jsonb_agg(CASE WHEN point ? 'loadW' THEN point ELSE (point - 'load') || labelled_load(point ->> 'load') END), '[]')
   FROM jsonb_array_elements(state -> 'skipped') point))
WHERE jsonb_array_length(state -> 'skipped') > 0;

DROP FUNCTION labelled_key;
DROP FUNCTION labelled_load;

-- Down Migration

-- Nothing: a plan of before reads keys as loads that are not left out.
