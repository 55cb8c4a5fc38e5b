/**
 * Internet mail. In: addresses, submission settings, server replies. Out: valid values, causes and remedies.
 */
@NullMarked
package inky.courier.core.mail;

import org.jspecify.annotations.NullMarked;
