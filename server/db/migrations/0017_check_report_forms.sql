-- Up Migration

-- A report may be given out in more forms than one, each a file with a hash of its own.
ALTER TABLE check_report ADD form text NOT NULL DEFAULT 'html' CHECK (form IN ('html', 'pdf'));
ALTER TABLE check_report ALTER form DROP DEFAULT;
ALTER TABLE check_report ALTER body TYPE bytea USING convert_to(body, 'UTF8');
ALTER TABLE check_report DROP CONSTRAINT check_report_pkey;
ALTER TABLE check_report ADD PRIMARY KEY (run_id, form);

-- Down Migration
ALTER TABLE check_report DISABLE TRIGGER check_report_is_final;
DELETE FROM check_report WHERE form = 'pdf';
ALTER TABLE check_report ENABLE TRIGGER check_report_is_final;
ALTER TABLE check_report DROP CONSTRAINT check_report_pkey;
ALTER TABLE check_report ADD PRIMARY KEY (run_id);
ALTER TABLE check_report ALTER body TYPE text USING convert_from(body, 'UTF8');
ALTER TABLE check_report DROP form;
