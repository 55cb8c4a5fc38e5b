package inky.courier.core.people;

import inky.courier.core.Invalid;
import java.time.DateTimeException;
import java.time.LocalDate;
import java.time.MonthDay;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;

/** What makes a PIN one of those that a guesser tries first. */
public enum WeakPin {
    /** One group of digits again and again: 1111, 4747, 123123. */
    REPEATED,
    /** Up or down by one, 0 after 9: 1234, 8765, 890123. */
    RUN,
    /** A year, a day of the year, or a day with its year, in any usual order. */
    DATE,
    /** Lines on a keypad and others that turn up most often. */
    MOST_USED;

    private static final int FIRST_YEAR = 1900;
    private static final int LAST_YEAR = 2099;
    private static final int LEAP_YEAR = 2000;

    /** Lines of a keypad and the most frequent of PINs that became public; from memory. */
    private static final Set<String> FREQUENT = Set.of(
            "2580",
            "0852",
            "1379",
            "1397",
            "7913",
            "5683",
            "1342",
            "4711",
            "1122",
            "2211",
            "1221",
            "2112",
            "1478",
            "3698",
            "147258",
            "258369",
            "147852",
            "369258",
            "159753",
            "159357",
            "357159",
            "753159",
            "951753",
            "741852",
            "963852",
            "789456",
            "456123",
            "112233",
            "332211",
            "123321",
            "111222",
            "111333",
            "100100",
            "102030",
            "696969",
            "147369",
            "13579",
            "24680",
            "12321",
            "11223",
            "1234554",
            "12344321",
            "11223344",
            "12121221",
            "14725836",
            "15935728",
            "78945612",
            "1472583",
            "7894561");

    private static final Map<Integer, Integer> POSSIBLE = new ConcurrentHashMap<>();

    /** @param digits 4 to 8 of them */
    public static Optional<WeakPin> of(String digits) {
        if (isRepeated(digits)) {
            return Optional.of(REPEATED);
        }
        if (isRun(digits)) {
            return Optional.of(RUN);
        }
        if (isDate(digits)) {
            return Optional.of(DATE);
        }
        return FREQUENT.contains(digits) ? Optional.of(MOST_USED) : Optional.empty();
    }

    /** How many PINs of a length there are that are not weak. @param length 4 to 8 */
    public static int possible(int length) {
        return POSSIBLE.computeIfAbsent(length, n -> (int) Math.pow(10, n) - all(n).size());
    }

    Invalid refused() {
        return Invalid.of("pin.guessable." + name().toLowerCase(Locale.ROOT).replace('_', '-'), "pin");
    }

    private static boolean isRepeated(String digits) {
        for (int group = 1; group <= digits.length() / 2; group++) {
            if (digits.length() % group == 0
                    && digits.substring(0, group)
                            .repeat(digits.length() / group)
                            .equals(digits)) {
                return true;
            }
        }
        return false;
    }

    private static boolean isRun(String digits) {
        boolean up = true;
        boolean down = true;
        for (int i = 1; i < digits.length(); i++) {
            int step = Math.floorMod(digits.charAt(i) - digits.charAt(i - 1), 10);
            up &= step == 1;
            down &= step == 9;
        }
        return up || down;
    }

    private static boolean isDate(String digits) {
        return switch (digits.length()) {
            case 4 -> isYear(digits) || isDay(digits, LEAP_YEAR);
            case 6 ->
                isDay(digits.substring(0, 4), 2000 + number(digits, 4, 6))
                        || isDay(digits.substring(2), 2000 + number(digits, 0, 2))
                        || isYear(digits.substring(2)) && isMonth(number(digits, 0, 2))
                        || isYear(digits.substring(0, 4)) && isMonth(number(digits, 4, 6));
            case 8 ->
                isYear(digits.substring(4)) && isDay(digits.substring(0, 4), number(digits, 4, 8))
                        || isYear(digits.substring(0, 4)) && isDay(digits.substring(4), number(digits, 0, 4));
            default -> false;
        };
    }

    private static boolean isYear(String digits) {
        int year = Integer.parseInt(digits);
        return year >= FIRST_YEAR && year <= LAST_YEAR;
    }

    private static boolean isMonth(int number) {
        return number >= 1 && number <= 12;
    }

    /** Day and month, or month and day. */
    private static boolean isDay(String digits, int year) {
        int first = number(digits, 0, 2);
        int second = number(digits, 2, 4);
        return isDay(first, second, year) || isDay(second, first, year);
    }

    private static boolean isDay(int day, int month, int year) {
        try {
            return isMonth(month) && MonthDay.of(month, day).isValidYear(year);
        } catch (DateTimeException noSuchDay) {
            return false;
        }
    }

    private static int number(String digits, int from, int to) {
        return Integer.parseInt(digits.substring(from, to));
    }

    /** Every weak PIN of a length, made from what the rules say instead of by trying all. */
    static Set<String> all(int length) {
        Set<String> all = new HashSet<>();
        for (int group = 1; group <= length / 2; group++) {
            if (length % group == 0) {
                for (int i = 0; i < Math.pow(10, group); i++) {
                    all.add(digits(i, group).repeat(length / group));
                }
            }
        }
        for (int first = 0; first < 10; first++) {
            StringBuilder up = new StringBuilder();
            StringBuilder down = new StringBuilder();
            for (int i = 0; i < length; i++) {
                up.append((first + i) % 10);
                down.append(Math.floorMod(first - i, 10));
            }
            all.add(up.toString());
            all.add(down.toString());
        }
        FREQUENT.stream().filter(digits -> digits.length() == length).forEach(all::add);
        if (length == 4 || length == 6 || length == 8) {
            addDates(all, length);
        }
        return all;
    }

    private static void addDates(Set<String> all, int length) {
        LocalDate end = LocalDate.of(LAST_YEAR + 1, 1, 1);
        for (LocalDate day = LocalDate.of(FIRST_YEAR, 1, 1); day.isBefore(end); day = day.plusDays(1)) {
            String year = digits(day.getYear(), 4);
            String month = digits(day.getMonthValue(), 2);
            String date = digits(day.getDayOfMonth(), 2);
            if (length == 4) {
                all.addAll(List.of(year, month + date));
                all.add(date + month);
            } else {
                // With two digits it is taken for a year of this century, where only 1900 was no leap year.
                String shown = length == 6 ? year.substring(2) : year;
                if (length == 8 || day.getYear() >= LEAP_YEAR) {
                    all.addAll(List.of(shown + month + date, month + date + shown));
                    all.add(date + month + shown);
                    all.add(shown + date + month);
                }
                if (length == 6) {
                    all.addAll(List.of(year + month, month + year));
                }
            }
        }
    }

    private static String digits(int number, int length) {
        String shown = Integer.toString(number);
        return "0".repeat(length - shown.length()) + shown;
    }
}
