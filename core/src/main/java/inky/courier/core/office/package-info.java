/**
 * All that an administrator sets up, as one value that does not change: who needs whom, what a change leads to, and what differs
 * between two. People, their PINs, secrets and what has happened are no part of it.
 */
@NullMarked
package inky.courier.core.office;

import org.jspecify.annotations.NullMarked;
