package inky.courier.core.intake;

import java.math.BigInteger;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import java.util.stream.IntStream;

/**
 * Addresses that have their first bits in common, as RFC 4632 and RFC 4291 (section 2.2, without IPv4 at the end) write them:
 * {@code 192.0.2.0/24}, {@code 2001:db8::/32}, or one address alone.
 *
 * @param first of them
 * @param length of an address, in bits: 32 or 128
 * @param bits that all have in common
 */
public record AddressRange(BigInteger first, int length, int bits) {
    private static final int IPV4 = 32;
    private static final int IPV6 = 128;
    private static final int GROUPS = 8;
    private static final Pattern FORM = Pattern.compile("([0-9.]{7,15}|[0-9A-Fa-f:]{2,39})(?:/(\\d{1,3}))?");
    private static final Pattern BYTE = Pattern.compile("25[0-5]|2[0-4]\\d|1\\d\\d|[1-9]?\\d");
    private static final Pattern GROUP = Pattern.compile("[0-9A-Fa-f]{1,4}");

    /** @return empty where it is none, or bits are set behind those that count */
    public static Optional<AddressRange> of(String text) {
        Matcher matcher = FORM.matcher(text.strip());
        if (!matcher.matches()) {
            return Optional.empty();
        }
        String address = matcher.group(1);
        int length = address.contains(":") ? IPV6 : IPV4;
        int bits = matcher.group(2) == null ? length : Integer.parseInt(matcher.group(2));
        return (length == IPV6 ? ofGroups(address) : ofBytes(address))
                .filter(first -> bits <= length && rest(first, length - bits).signum() == 0)
                .map(first -> new AddressRange(first, length, bits));
    }

    private static Optional<BigInteger> ofBytes(String address) {
        String[] bytes = address.split("\\.", -1);
        boolean whole = bytes.length == 4
                && Arrays.stream(bytes).allMatch(one -> BYTE.matcher(one).matches());
        return whole ? Optional.of(joined(List.of(bytes), 10, 8)) : Optional.empty();
    }

    private static Optional<BigInteger> ofGroups(String address) {
        String[] sides = address.split("::", -1);
        if (sides.length > 2) {
            return Optional.empty();
        }
        List<String> groups = new ArrayList<>(groups(sides[0]));
        if (sides.length == 2) {
            List<String> after = groups(sides[1]);
            int left = GROUPS - groups.size() - after.size();
            // It stands for one group at least.
            if (left < 1) {
                return Optional.empty();
            }
            for (int i = 0; i < left; i++) {
                groups.add("0");
            }
            groups.addAll(after);
        }
        boolean whole = groups.size() == GROUPS
                && groups.stream().allMatch(one -> GROUP.matcher(one).matches());
        return whole ? Optional.of(joined(groups, 16, 16)) : Optional.empty();
    }

    private static List<String> groups(String side) {
        return side.isEmpty() ? List.of() : List.of(side.split(":", -1));
    }

    private static BigInteger joined(List<String> parts, int radix, int bits) {
        BigInteger all = BigInteger.ZERO;
        for (String part : parts) {
            all = all.shiftLeft(bits).or(new BigInteger(part, radix));
        }
        return all;
    }

    private static BigInteger rest(BigInteger address, int bits) {
        return address.and(BigInteger.ONE.shiftLeft(bits).subtract(BigInteger.ONE));
    }

    /** @param address its 4 or 16 bytes, the highest first */
    public boolean holds(byte[] address) {
        int behind = length - bits;
        return address.length * Byte.SIZE == length
                && new BigInteger(1, address).shiftRight(behind).equals(first.shiftRight(behind));
    }

    /** How many addresses a device can have in it: of a network of more than two, not its first and its last (RFC 1122 section 3.2.1.3). */
    public long hosts() {
        int free = length - bits;
        if (free > 62) {
            return Long.MAX_VALUE;
        }
        return (1L << free) - 2L * outer();
    }

    private int outer() {
        return length == IPV4 && length - bits > 1 ? 1 : 0;
    }

    /** One of them as text; of IPv4 only. @param number from 0 to {@link #hosts} */
    public String host(long number) {
        if (length != IPV4 || number < 0 || number >= hosts()) {
            throw new IllegalArgumentException(number + " of " + this);
        }
        long address = first.longValueExact() + outer() + number;
        return IntStream.of(24, 16, 8, 0)
                .mapToObj(shift -> Long.toString(address >> shift & 0xff))
                .collect(Collectors.joining("."));
    }

    public boolean isIpv4() {
        return length == IPV4;
    }
}
