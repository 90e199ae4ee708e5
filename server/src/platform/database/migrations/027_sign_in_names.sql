-- Who has no e-mail address signs in with their account or number.
CREATE INDEX person_by_username ON person (lower(username)) WHERE username <> '';
