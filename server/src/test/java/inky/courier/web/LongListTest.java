package inky.courier.web;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import inky.courier.core.Invalid;
import java.text.Collator;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Locale;
import java.util.Random;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

class LongListTest {
    private record Room(String name, int floor, boolean locked) {}

    private static final LongList<Room> ROOMS = new LongList<Room>(room -> Stream.of(room.name), Room::locked)
            .column("name", Room::name)
            .column("floor", Room::floor);

    private static List<Room> some(Random random, int count) {
        List<String> words = List.of("Quay", "map", "Ásgard", "asgard", "Öl", "Zinc", "room", "7");
        return IntStream.range(0, count)
                .mapToObj(i -> new Room(
                        words.get(random.nextInt(words.size())) + " " + words.get(random.nextInt(words.size())),
                        random.nextInt(5),
                        random.nextInt(4) == 0))
                .toList();
    }

    @ParameterizedTest
    @ValueSource(longs = {1, 2, 3, 4, 5, 6, 7, 8})
    void thePartsTogetherAreAllThatFitsEachOnceInOrder(long seed) {
        Random random = new Random(seed);
        List<Room> all = some(random, random.nextInt(400));
        boolean down = random.nextBoolean();
        boolean locked = random.nextBoolean();
        int size = 1 + random.nextInt(60);
        List<Room> together = new ArrayList<>();
        ListPart<Room> part;
        do {
            part = ROOMS.part(
                    all, new ListRequest("AS quay ", (down ? "-" : "") + "floor", locked, together.size(), size));
            together.addAll(part.rows());
        } while (!part.rows().isEmpty());

        List<Room> expected = new ArrayList<>(all.stream()
                .filter(room -> !locked || room.locked)
                .filter(room -> room.name.contains("Quay") && room.name.matches(".*[aAáÁ]s.*"))
                .toList());
        Comparator<Room> order = Comparator.comparing(Room::floor);
        expected.sort(down ? order.reversed() : order);
        assertThat(together).isEqualTo(expected);
        assertThat(part.fitting()).isEqualTo(expected.size());
        assertThat(part.total()).isEqualTo(all.size());
        assertThat(part.attention())
                .isEqualTo((int) all.stream().filter(Room::locked).count());
    }

    // The JDK's collation rules of the root locale, which know capitals and accents as lesser differences
    @ParameterizedTest
    @ValueSource(longs = {11, 12, 13})
    void textsAreOrderedAsTheJdksCollatorOrdersLetters(long seed) {
        Collator letters = Collator.getInstance(Locale.ROOT);
        letters.setStrength(Collator.PRIMARY);
        List<Room> all = some(new Random(seed), 150);
        List<Room> byName =
                ROOMS.part(all, new ListRequest(null, "name", null, null, 200)).rows();
        assertThat(byName).hasSize(150).isSortedAccordingTo((a, b) -> letters.compare(a.name, b.name));
    }

    @ParameterizedTest
    @CsvSource({"kjolv, Kj\u00f8lv", "asa, \u00c1sa", "strasse, Stra\u00dfe", "lodz, \u0141\u00f3d\u017a"})
    void whoHasPlainLettersOnlyFindsTheOthers(String typed, String name) {
        List<Room> all = List.of(new Room(name, 0, false), new Room("Quay", 0, false));
        assertThat(ROOMS.find(all, typed)).extracting(Room::name).containsExactly(name);
        assertThat(ROOMS.find(all, name)).extracting(Room::name).containsExactly(name);
    }

    @Test
    void numbersInTextsAreOrderedAsNumbers() {
        List<String> names = List.of("Desk 10", "desk 9", "Desk 1", "Desk 100a", "127.0.0.20", "127.0.0.3", "Désk 2");
        assertThat(LongList.ordered(names.stream(), name -> name))
                .containsExactly("127.0.0.3", "127.0.0.20", "Desk 1", "Désk 2", "desk 9", "Desk 10", "Desk 100a");
    }

    @ParameterizedTest
    @CsvSource({"-5, 0, 1", "0, 100000, 200", "1000, 5, 0", "2147483647, 2147483647, 0"})
    void numbersOutOfRangeAreTheNearestThatIsAllowed(int from, int count, int rows) {
        List<Room> all = some(new Random(1), 300);
        assertThat(ROOMS.part(all, new ListRequest(null, null, null, from, count))
                        .rows())
                .hasSize(rows);
    }

    @Test
    void aColumnThatIsNotThereIsRefusedInWords() {
        assertThatThrownBy(() -> ROOMS.part(List.of(), new ListRequest(null, "colour", null, null, null)))
                .isInstanceOfSatisfying(
                        Invalid.class,
                        refused -> assertThat(refused.problems().get(0).remedy().toString())
                                .isEqualTo("Choose one of name, floor."));
    }
}
