package inky.courier.core.report;

/**
 * A bar of a report's picture.
 *
 * @param label below it
 * @param arrived documents, with {@code failed} and {@code open} on top of them
 */
public record ReportBar(String label, long arrived, long failed, long open) {
    long all() {
        return arrived + failed + open;
    }
}
