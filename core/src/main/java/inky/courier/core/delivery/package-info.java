/**
 * The life of a delivery. In: what happened. Out: the next state, when to try again, what is final.
 */
@NullMarked
package inky.courier.core.delivery;

import org.jspecify.annotations.NullMarked;
