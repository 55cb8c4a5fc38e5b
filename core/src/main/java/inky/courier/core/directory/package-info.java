/**
 * The office's directory (LDAP). In: result codes, people as the directory and the office have them. Out: causes with remedies,
 * and what becomes of whom.
 */
@NullMarked
package inky.courier.core.directory;

import org.jspecify.annotations.NullMarked;
