-- Each page has a format and a resolution of its own, and may have come from no device.
alter table scan_page add column format text not null default 'JPEG', add column dpi int;
update scan_page set dpi = (select dpi from scan where scan.id = scan_page.scan_id);
alter table scan_page alter column dpi set not null, alter column format drop default;
alter table scan drop column dpi, alter column device_id drop not null;
alter table delivery alter column device_id drop not null;
