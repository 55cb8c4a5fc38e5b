/** Who may do what at the desk, and the second factor of a sign-in. */
@NullMarked
package inky.courier.core.access;

import org.jspecify.annotations.NullMarked;
