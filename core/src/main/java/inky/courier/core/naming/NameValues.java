package inky.courier.core.naming;

import java.time.ZonedDateTime;
import java.util.Collections;
import java.util.Map;
import java.util.SplittableRandom;
import java.util.TreeMap;

/**
 * What one scan knows of itself when its file is named.
 *
 * @param at when it was scanned, in the zone of the office
 */
public record NameValues(ZonedDateTime at, Person person, Device device, Job job, Contents contents, Numbers numbers) {
    /** The same for another content of the same scan. */
    public NameValues of(Job other) {
        return new NameValues(at, person, device, other, contents, numbers);
    }

    public NameValues numbered(Numbers other) {
        return new NameValues(at, person, device, job, contents, other);
    }

    public NameValues with(Contents other) {
        return new NameValues(at, person, device, job, other, numbers);
    }

    /** Who scanned; any part may be empty. @param group the first that they are in */
    public record Person(String name, String login, String mail, String group) {
        public Person(String name, String login, String mail) {
            this(name, login, mail, "");
        }
    }

    public record Device(String name, String place) {}

    /** @param answers to its questions, by their keys */
    public record Job(String name, String profile, Map<String, String> answers) {
        public Job(String name, String profile) {
            this(name, profile, Map.of());
        }
    }

    /**
     * What is in the file.
     *
     * @param kind what its first page was told to be: document, receipt, card or photo
     * @param separator what the separator sheet before the document says; empty without one
     * @param barcode the first on its pages that is no separator sheet's; empty without one
     * @param number of the file within its scan, from 1; for a stamp, of the page
     * @param count how many files the scan became
     * @param zones what was read from zones of its pages, by their keys
     */
    public record Contents(
            int pages,
            String kind,
            String separator,
            String barcode,
            int number,
            int count,
            Map<String, String> zones) {
        /** Of what is read from a page: a QR code holds thousands of characters, and would push all else out of a name. */
        public static final int LONGEST_READ = 60;

        public Contents {
            separator = cut(separator);
            barcode = cut(barcode);
            Map<String, String> read = new TreeMap<>(zones);
            read.replaceAll((key, text) -> cut(text));
            zones = Collections.unmodifiableMap(read);
        }

        public Contents(int pages, String kind, String separator, String barcode, int number, int count) {
            this(pages, kind, separator, barcode, number, count, Map.of());
        }

        private static String cut(String read) {
            return new TextChange.Cut(LONGEST_READ, false).apply(read);
        }
    }

    /** What is given anew for each name; asked only when the template has it, so that no number is used up. */
    public interface Numbers {
        /** The next number within a scope. */
        long next(CounterScope scope);

        /** @return that many small letters and digits */
        String random(int length);

        /**
         * The same number for every scope.
         *
         * @param seed what the random part depends on
         */
        static Numbers fixed(long number, long seed) {
            return new Numbers() {
                @Override
                public long next(CounterScope scope) {
                    return number;
                }

                @Override
                public String random(int length) {
                    return letters(length, seed);
                }
            };
        }

        /** The same seed gives the same letters, so a file that is made again keeps its name. */
        static String letters(int length, long seed) {
            SplittableRandom random = new SplittableRandom(seed);
            StringBuilder letters = new StringBuilder();
            for (int i = 0; i < length; i++) {
                letters.append(LETTERS.charAt(random.nextInt(LETTERS.length())));
            }
            return letters.toString();
        }
    }

    /** Without those that look like others: 0 and o, 1, i and l. */
    static final String LETTERS = "23456789abcdefghjkmnpqrstuvwxyz";
}
