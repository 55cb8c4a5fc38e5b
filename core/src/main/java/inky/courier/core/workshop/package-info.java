/**
 * The page workshop: a profile applied to scanned pages. In: pages and a profile. Out: files, and for each page what it is,
 * what was done to it and why.
 */
@NullMarked
package inky.courier.core.workshop;

import org.jspecify.annotations.NullMarked;
