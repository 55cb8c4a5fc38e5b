-- Where a mail server's tokens come from a client that has a secret (RFC 6749 section 2.1), sealed.
alter table mail_server add column client_secret bytea;
