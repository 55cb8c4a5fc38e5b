/**
 * PINs and the guessing of them. In: a PIN or a failed attempt. Out: whether it is allowed, and how long to wait.
 */
@NullMarked
package inky.courier.core.people;

import org.jspecify.annotations.NullMarked;
