-- What devices tell by SNMP beside their own protocol, and when they last did.
alter table device add column details text not null default '{"description":"","serialNumber":"","printed":0,"display":""}';
alter table device alter column details drop default;
alter table device add column details_at timestamptz;
