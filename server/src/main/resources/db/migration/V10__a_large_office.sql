-- What a large office asks often, answered by an index each.
create extension if not exists pg_trgm;

-- What a person may look for in a delivery, found by any three letters of it.
alter table delivery add column looked_for text generated always as (file_name || ' ' || person_name || ' ' || job_name) stored;
create index delivery_looked_for on delivery using gin (looked_for gin_trgm_ops);
create index delivery_of_device on delivery (device_id, number);
create index delivery_of_job on delivery (job_id, number);

-- A scan is sent once, and its delivery found by it.
create index delivery_of_scan on delivery (scan_id);

-- What still has its pages: few, however many deliveries there were.
create index delivery_with_contents on delivery (scanned_at) where contents_removed_at is null;
create index delivery_to_make on delivery (making_next) where making_next is not null;

-- Scans under way, and scans that nobody has sent.
create index scan_under_way on scan (alive_at) where state = 'SCANNING';
create index scan_not_sent on scan (created_at) where sent_at is null;
