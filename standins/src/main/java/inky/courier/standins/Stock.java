package inky.courier.standins;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.Collections;
import java.util.List;
import java.util.Locale;

/** Paper in the trays of a device, and the toner that it writes with. */
public final class Stock {
    private static final int FULL = 100;
    private static final int SHEETS_A_POINT = 40;
    private static final int LOW_TONER = 5;

    private final int capacity;
    private final List<String> colours;
    private final int[] sheets;

    /** In points of percent, by colour. */
    private final int[] toner;

    private int sinceAPoint;
    private int printed;

    /** All full. @param capacity of each tray, in sheets */
    Stock(int trays, int capacity, List<String> colours) {
        this.capacity = capacity;
        this.colours = colours;
        sheets = new int[trays];
        toner = new int[colours.size()];
        full();
    }

    synchronized void full() {
        Arrays.fill(sheets, capacity);
        Arrays.fill(toner, FULL);
    }

    /** @param number of the tray, from 1 */
    public synchronized void paper(int number, int left) {
        sheets[number - 1] = left;
    }

    /** @param number of the toner, from 1 */
    public synchronized void toner(int number, int percent) {
        toner[number - 1] = percent;
    }

    /** Levels from the first on; what is beyond the lists stays as it is. @param trays in percent */
    void fill(List<Integer> trays, List<Integer> toners) {
        for (int i = 0; i < trays.size(); i++) {
            paper(i + 1, trays.get(i) * capacity / FULL);
        }
        for (int i = 0; i < toners.size(); i++) {
            toner(i + 1, toners.get(i));
        }
    }

    /** Sheets that are printed. */
    synchronized void use(int count) {
        printed += count;
        for (int left = count; left > 0; left--) {
            for (int i = 0; i < sheets.length; i++) {
                if (sheets[i] > 0) {
                    sheets[i]--;
                    break;
                }
            }
            if (++sinceAPoint == SHEETS_A_POINT) {
                sinceAPoint = 0;
                Arrays.setAll(toner, i -> Math.max(0, toner[i] - 1));
            }
        }
    }

    int capacity() {
        return capacity;
    }

    /** What is left in each tray. */
    synchronized List<Integer> sheets() {
        return Arrays.stream(sheets).boxed().toList();
    }

    /** What is left of each toner, in percent. */
    synchronized List<Integer> toners() {
        return Arrays.stream(toner).boxed().toList();
    }

    /** Sides since it was made. */
    synchronized int printed() {
        return printed;
    }

    /** Keywords of {@code printer-state-reasons} (RFC 8011 section 5.4.12): scanning goes on with each of them. */
    synchronized List<String> reasons() {
        List<String> reasons = new ArrayList<>();
        if (Arrays.stream(sheets).anyMatch(left -> left == 0)) {
            reasons.add("media-empty-warning");
        }
        if (Arrays.stream(toner).anyMatch(left -> left == 0)) {
            reasons.add("toner-empty-warning");
        } else if (Arrays.stream(toner).anyMatch(left -> left <= LOW_TONER)) {
            reasons.add("toner-low-warning");
        }
        return reasons;
    }

    /** Values of {@code printer-input-tray} (PWG 5100.13, from memory). */
    public synchronized List<String> ippTrays() {
        List<String> trays = new ArrayList<>();
        for (int i = 0; i < sheets.length; i++) {
            trays.add("type=sheetFeedAutoRemovableTray;mediafeed=297000;mediaxfeed=210000;maxcapacity=" + capacity
                    + ";level=" + sheets[i] + ";status=0;name=Tray " + (i + 1) + ";");
        }
        return trays;
    }

    /** Values of {@code printer-supply} (PWG 5100.13, from memory). */
    public synchronized List<String> ippSupplies() {
        List<String> supplies = new ArrayList<>();
        for (int i = 0; i < toner.length; i++) {
            supplies.add("index=" + (i + 1) + ";class=supplyThatIsConsumed;type=toner;unit=percent;maxcapacity=" + FULL
                    + ";level=" + toner[i] + ";colorantname=" + colours.get(i) + ";");
        }
        return supplies;
    }

    /** Values of {@code printer-supply-description}, in the order of the supplies. */
    public List<String> descriptions() {
        return colours.isEmpty()
                ? Collections.emptyList()
                : colours.stream()
                        .map(colour -> colour.substring(0, 1).toUpperCase(Locale.ROOT) + colour.substring(1) + " toner")
                        .toList();
    }
}
