/**
 * The address book. In: contacts, groups, letters that somebody types, rules of the office. Out: who is found, who is in a group,
 * which contacts are the same, which addresses may be entered.
 */
@NullMarked
package inky.courier.core.contact;

import org.jspecify.annotations.NullMarked;
