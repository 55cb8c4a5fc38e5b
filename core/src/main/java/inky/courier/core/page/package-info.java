/**
 * One page raster. In: samples as they come from a scanner. Out: what the page is (colour, grey, bitonal) and the page converted.
 */
@NullMarked
package inky.courier.core.page;

import org.jspecify.annotations.NullMarked;
