package inky.courier.core.sizing;

/** What a tenth, half and nine tenths of the pages do not exceed. */
public record Range(double p10, double p50, double p90) {
    public Range times(double factor) {
        return new Range(p10 * factor, p50 * factor, p90 * factor);
    }

    public Range plus(double bytes) {
        return new Range(p10 + bytes, p50 + bytes, p90 + bytes);
    }

    /** Between two ranges on logarithmic scale; a share of 0 is this one. */
    Range power(Range other, double share) {
        return new Range(
                p10 * Math.pow(other.p10 / p10, share),
                p50 * Math.pow(other.p50 / p50, share),
                p90 * Math.pow(other.p90 / p90, share));
    }

    /** Of the sum over so many pages: the pages' differences even out, so the spread grows by the root only. */
    public Range sum(int pages) {
        double root = Math.sqrt(pages);
        return new Range(Math.max(0, p50 * pages - (p50 - p10) * root), p50 * pages, p50 * pages + (p90 - p50) * root);
    }
}
