/**
 * Reports: what was scanned, by device, place, person, job, destination, cause and hour. In: the sums of days that
 * {@link inky.courier.delivery.query.ReportSums} keeps, and the set-up's names. Out: figures for the desk and for spreadsheets.
 */
@NullMarked
package inky.courier.report;

import org.jspecify.annotations.NullMarked;
