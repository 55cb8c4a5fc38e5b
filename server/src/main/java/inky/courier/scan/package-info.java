/** Scans under way: pages come from the device one by one and are kept at once. */
package inky.courier.scan;
