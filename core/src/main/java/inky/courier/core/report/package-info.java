/** Figures of reports: sums of what was scanned, and what can be said of them however few they are. */
package inky.courier.core.report;
