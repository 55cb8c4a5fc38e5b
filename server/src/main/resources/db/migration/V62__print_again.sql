-- How somebody wants a document printed once more, by a leg of its own; and a leg that carries one file only.
alter table leg add column print text not null default '';
alter table leg add column only_file integer;
-- Asked for after the delivery was sent: when it arrives says nothing of how long sending takes.
alter table leg add column asked_later boolean not null default false;
