/**
 * Internet mail. In: addresses, submission settings, server replies. Out: valid values, causes and remedies.
 */
package inky.courier.core.mail;
