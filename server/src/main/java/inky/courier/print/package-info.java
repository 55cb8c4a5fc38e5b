/** The way out on paper: a device that prints. */
package inky.courier.print;
