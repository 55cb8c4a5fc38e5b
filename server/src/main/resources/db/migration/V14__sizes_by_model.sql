-- Whose coder made the pages, and how many they were: files of one model say more of the next by the same.
alter table size_observation add column model text not null default '', add column pages int not null default 1;
create index on size_observation (coding, model, at desc);
