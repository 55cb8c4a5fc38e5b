alter table device add column protocol text not null default 'IPP';
