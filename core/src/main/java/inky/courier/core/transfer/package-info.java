/**
 * Files on their way into folders elsewhere: paths that cannot leave their root, names while under way, causes from each
 * protocol's own codes, and the data that goes beside a file. In: what a far side answered. Out: what to do.
 */
@NullMarked
package inky.courier.core.transfer;

import org.jspecify.annotations.NullMarked;
