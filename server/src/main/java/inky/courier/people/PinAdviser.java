package inky.courier.people;

import com.fasterxml.jackson.annotation.JsonUnwrapped;
import inky.courier.core.Invalid;
import inky.courier.core.office.DeviceItem;
import inky.courier.core.people.PinAdvice;
import inky.courier.people.PeopleService.PersonView;
import inky.courier.setup.SetUp;
import jakarta.annotation.Nullable;
import java.util.Optional;
import java.util.OptionalInt;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** What PINs are worth in this office, or in one that somebody thinks of. */
@Service
class PinAdviser {
    /** More than any office has. */
    private static final int MOST = 1_000_000;

    private final PeopleService people;
    private final SetUp setUp;

    PinAdviser(PeopleService people, SetUp setUp) {
        this.people = people;
        this.setUp = setUp;
    }

    /** @param shortest digits with which a year of guessing stays under the bound; absent where none does */
    record Advised(
            @JsonUnwrapped PinAdvice advice, @Nullable Integer shortest) {}

    /**
     * @param some people with a PIN, and {@code devices}; empty for as many as there are
     * @param bound the chance that is taken, above 0 and below 1
     * @throws Invalid when one of them is out of range
     */
    @Transactional(readOnly = true)
    Advised advise(Optional<Integer> some, Optional<Integer> devices, double bound) {
        int all = some.orElseGet(
                () -> (int) people.list().stream().filter(PersonView::hasPin).count());
        int panels =
                devices.orElseGet(() -> setUp.office().all(DeviceItem.class).size());
        requireNumber(all, "people");
        requireNumber(panels, "devices");
        if (!(bound > 0 && bound < 1)) {
            throw Invalid.of("pin-advice.bound", "bound");
        }
        PinAdvice advice = PinAdvice.of(all, panels);
        OptionalInt shortest = advice.shortest(bound);
        return new Advised(advice, shortest.isPresent() ? shortest.getAsInt() : null);
    }

    private static void requireNumber(int number, String field) {
        if (number < 0 || number > MOST) {
            throw Invalid.of("pin-advice.number", field);
        }
    }
}
