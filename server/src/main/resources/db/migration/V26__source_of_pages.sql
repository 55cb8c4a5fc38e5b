-- Where a page lay in the device, so that it is scanned again from there; null where it came from none, or nobody noted it.
alter table scan_page add column source text;
