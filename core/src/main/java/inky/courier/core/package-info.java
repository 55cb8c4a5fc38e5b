/** The computation of the product: no Spring, no database, no sockets. Here what every package of it has in common. */
@NullMarked
package inky.courier.core;

import org.jspecify.annotations.NullMarked;
