-- Up Migration

-- Why something was ruled is kept as facts. What was kept as a sentence stays one; what no person ruled is ruled anew, on
-- facts, with the next scan.
UPDATE ruling SET because = jsonb_build_object('code', 'said', 'text', reason);
ALTER TABLE ruling ALTER COLUMN because SET NOT NULL, DROP COLUMN reason;
-- What was in sight of an item when a person ruled it.
ALTER TABLE ruling RENAME COLUMN evidence TO seen;
UPDATE ruling SET seen = jsonb_build_object('told', seen) WHERE seen IS NOT NULL;

-- Signs are facts too, under the names of the trade: in reports, and in pages of scans that are to go on.
CREATE FUNCTION pg_temp.as_facts(signs jsonb) RETURNS jsonb LANGUAGE sql AS $$
  SELECT coalesce(jsonb_agg(
    CASE sign->>'what'
      WHEN 'disguise' THEN sign - 'words' || '{"what": "cname-cloaking"}'
      WHEN 'id-travels' THEN sign - 'words' || '{"what": "cookie-syncing"}'
      WHEN 'fingerprinting' THEN sign - 'words' || jsonb_build_object('told', sign->'words', 'reads', '[]'::jsonb)
      ELSE sign - 'words' || jsonb_build_object('told', sign->'words', 'reasons', '[]'::jsonb)
    END ORDER BY at), '[]')
  FROM jsonb_array_elements(signs) WITH ORDINALITY AS s(sign, at)
$$;
UPDATE run SET report = jsonb_set(report, '{signs}', pg_temp.as_facts(report->'signs'))
WHERE jsonb_typeof(report->'signs') = 'array';
UPDATE scan_page SET record = jsonb_set(record, '{signs}', pg_temp.as_facts(record->'signs'))
WHERE jsonb_typeof(record->'signs') = 'array';

-- A heuristic that was switched off stays so under its new name.
UPDATE organisation SET classify_settings = jsonb_set(classify_settings, '{heuristicsOff}',
  (classify_settings->'heuristicsOff') - 'identifier-syncing' || '["cookie-syncing"]')
WHERE classify_settings->'heuristicsOff' ? 'identifier-syncing';

-- Of very many new things an alarm keeps the first; how many there were is a number.
ALTER TABLE alarm ADD COLUMN count int;
UPDATE alarm SET count = jsonb_array_length(items);
ALTER TABLE alarm ALTER COLUMN count SET NOT NULL, DROP COLUMN words;

-- Down Migration
UPDATE organisation SET classify_settings = jsonb_set(classify_settings, '{heuristicsOff}',
  (classify_settings->'heuristicsOff') - 'cookie-syncing' || '["identifier-syncing"]')
WHERE classify_settings->'heuristicsOff' ? 'cookie-syncing';
ALTER TABLE alarm ADD COLUMN words text;
UPDATE alarm SET words = count || ' new things';
ALTER TABLE alarm ALTER COLUMN words SET NOT NULL, DROP COLUMN count;
CREATE FUNCTION pg_temp.as_words(signs jsonb) RETURNS jsonb LANGUAGE sql AS $$
  SELECT coalesce(jsonb_agg(
    sign - 'told' - 'reads' - 'reasons' || jsonb_build_object('words', coalesce(sign->>'told', ''), 'what',
      CASE sign->>'what' WHEN 'cname-cloaking' THEN 'disguise' WHEN 'cookie-syncing' THEN 'id-travels' ELSE sign->>'what' END)
    ORDER BY at), '[]')
  FROM jsonb_array_elements(signs) WITH ORDINALITY AS s(sign, at)
$$;
UPDATE run SET report = jsonb_set(report, '{signs}', pg_temp.as_words(report->'signs'))
WHERE jsonb_typeof(report->'signs') = 'array';
UPDATE scan_page SET record = jsonb_set(record, '{signs}', pg_temp.as_words(record->'signs'))
WHERE jsonb_typeof(record->'signs') = 'array';
UPDATE ruling SET seen = seen->'told' WHERE seen IS NOT NULL;
ALTER TABLE ruling RENAME COLUMN seen TO evidence;
ALTER TABLE ruling ADD COLUMN reason text;
UPDATE ruling SET reason = coalesce(because->>'text', because->>'code');
ALTER TABLE ruling ALTER COLUMN reason SET NOT NULL, ALTER COLUMN because DROP NOT NULL;
