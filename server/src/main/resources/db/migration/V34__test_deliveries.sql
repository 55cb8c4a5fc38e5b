-- Sent from the desk to see whether a job arrives; what folders then have is read back and compared.
alter table delivery add test boolean not null default false;
