-- What was found of a page when it came, with the version of the analysis that found it; empty where nothing is kept.
alter table scan_page add column analysis text not null default '';
