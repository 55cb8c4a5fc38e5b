-- A name is taken in a folder, whichever destination leads there. What is claimed at this moment keeps its route, so that
-- it stays apart.
alter table name_claim drop constraint name_claim_pkey;
update name_claim set folder = route_id || ' ' || folder;
alter table name_claim drop column route_id;
alter table name_claim add primary key (folder, name_key);
