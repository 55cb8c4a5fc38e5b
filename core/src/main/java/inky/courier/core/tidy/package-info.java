/**
 * The treatments of a page. In: a page raster and what is to be done. Out: another raster; nothing is changed in place.
 */
@NullMarked
package inky.courier.core.tidy;

import org.jspecify.annotations.NullMarked;
