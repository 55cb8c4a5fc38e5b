-- When the certificate ends that a device showed last; null where its line is open.
alter table device add column certificate_ends timestamptz;
