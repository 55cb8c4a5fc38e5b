-- In which language people and devices are spoken to; empty where it is the office's. What a delivery's mails are written in is
-- decided when it is sent.
alter table person add column language text not null default '';
alter table device add column language text not null default '';
alter table delivery add column language text not null default '';
