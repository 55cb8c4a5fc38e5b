-- What the sides of a delivery were, of those that were looked at; and the same summed up.
alter table delivery add column judged_sides integer not null default 0;
alter table delivery add column blank_sides integer not null default 0;
alter table delivery add column colour_sides integer not null default 0;
alter table report_sum add column judged bigint not null default 0;
alter table report_sum add column blank bigint not null default 0;
alter table report_sum add column colour bigint not null default 0;
