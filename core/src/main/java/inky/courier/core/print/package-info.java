/** Printing: what a device's answers mean for who waits for paper. */
@NullMarked
package inky.courier.core.print;

import org.jspecify.annotations.NullMarked;
