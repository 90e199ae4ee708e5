-- Who is shown by the same name: of those, names are told apart by number or account.
CREATE INDEX person_by_shown_name ON person (lower(last), lower(CASE WHEN called <> '' THEN called ELSE first END));
