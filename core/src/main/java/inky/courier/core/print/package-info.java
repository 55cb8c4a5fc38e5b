/** Printing: what a device's answers mean for who waits for paper. */
package inky.courier.core.print;
