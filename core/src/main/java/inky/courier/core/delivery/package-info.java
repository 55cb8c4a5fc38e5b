/**
 * The life of a delivery. In: what happened. Out: the next state, when to try again, what is final.
 */
package inky.courier.core.delivery;
