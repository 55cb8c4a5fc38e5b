-- A PIN that is on its way to its person by mail: nobody else gets it, and theirs goes on until a server has taken the mail.
alter table person add column next_pin_index bytea unique;
