/**
 * One page raster. In: samples as they come from a scanner. Out: what the page is (colour, grey, bitonal) and the page converted.
 */
package inky.courier.core.page;
