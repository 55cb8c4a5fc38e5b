/**
 * What a device says of itself. In: IPP printer-state and its reasons. Out: the state a person understands.
 */
@NullMarked
package inky.courier.core.fleet;

import org.jspecify.annotations.NullMarked;
