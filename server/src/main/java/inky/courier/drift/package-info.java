/**
 * Settings that devices keep themselves: what is wanted there against what is there, and having it set. In: wishes of the set-up,
 * and what devices say. Out: runs, in which each device is set by a task of its own.
 */
@NullMarked
package inky.courier.drift;

import org.jspecify.annotations.NullMarked;
