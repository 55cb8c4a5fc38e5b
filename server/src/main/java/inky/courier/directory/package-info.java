/** Directories of the office (LDAP): people who come from them, recipients that are found in them. */
package inky.courier.directory;
