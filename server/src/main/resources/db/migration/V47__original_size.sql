-- What is asked about the size of a page from the glass; null where nothing is.
alter table scan_page add column original text;
