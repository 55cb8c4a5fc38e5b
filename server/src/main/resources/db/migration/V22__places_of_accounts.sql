-- Operators may be limited to places; none is everywhere.
alter table administrator add column places text not null default '[]';
