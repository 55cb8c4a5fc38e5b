/**
 * Paper sizes. In: a measured page or a standard's name. Out: the named size it is, within the standard's tolerance.
 */
@NullMarked
package inky.courier.core.media;

import org.jspecify.annotations.NullMarked;
