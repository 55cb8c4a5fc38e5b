/** What the ways out are, and what each is set up with. */
@NullMarked
package inky.courier.core.destination;

import org.jspecify.annotations.NullMarked;
