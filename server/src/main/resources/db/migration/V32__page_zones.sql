-- Zones of the page that are read for names, as JSON.
alter table one_touch_job add zones text not null default '[]';

-- What was read from the pages of a file: separator sheet, barcode, zones; as JSON.
alter table delivery_file add told text not null default '{}';
