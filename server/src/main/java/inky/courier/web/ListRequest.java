package inky.courier.web;

import jakarta.annotation.Nullable;

/**
 * What is wanted of a long list. Numbers out of range are taken as the nearest that is allowed.
 *
 * @param find rows whose text holds each of these words; absent for all
 * @param sort a column, with {@code -} before it for the other direction; absent for the usual order
 * @param attention only what needs a person
 * @param from how many rows are left out before the first; 0 when absent
 * @param count rows wanted, 1 to 200; 100 when absent
 */
public record ListRequest(
        @Nullable String find,
        @Nullable String sort,
        @Nullable Boolean attention,
        @Nullable Integer from,
        @Nullable Integer count) {
    private static final int MOST = 200;
    private static final int USUAL = 100;

    boolean onlyAttention() {
        return Boolean.TRUE.equals(attention);
    }

    int first() {
        return from == null ? 0 : Math.max(0, from);
    }

    int rows() {
        return count == null ? USUAL : Math.min(MOST, Math.max(1, count));
    }
}
