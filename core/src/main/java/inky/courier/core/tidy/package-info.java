/**
 * The treatments of a page. In: a page raster and what is to be done. Out: another raster; nothing is changed in place.
 */
package inky.courier.core.tidy;
