/** Documents that are kept on the shelf: how much room there is, how they are found, what is seen of them. */
@NullMarked
package inky.courier.core.shelf;

import org.jspecify.annotations.NullMarked;
