-- The lesson of the hand-over is a visit like any other: planned and logged in one place. One without a day stands on the day the horse goes, or went, home.
INSERT INTO owner_visit (id, stay_id, content)
SELECT gen_random_uuid(), h.stay_id, jsonb_build_object(
    'kind', 'lesson',
    'day', coalesce(h.content ->> 'lessonDay', coalesce(s.went_home, CURRENT_DATE)::text),
    'minute', h.content -> 'lessonMinute',
    'plan', h.content -> 'lessonPlan',
    'state', CASE WHEN (h.content ->> 'lessonDone')::boolean THEN 'given' ELSE 'planned' END,
    'help', h.content -> 'lessonHelp',
    'words', h.content -> 'lessonWords')
FROM hand_over h JOIN stay s ON s.id = h.stay_id
WHERE h.content ->> 'lessonDay' IS NOT NULL OR (h.content ->> 'lessonDone')::boolean OR h.content ->> 'lessonWords' <> ''
   OR jsonb_array_length(h.content -> 'lessonPlan') > 0;
UPDATE hand_over SET content = jsonb_build_object('release', content -> 'release');
