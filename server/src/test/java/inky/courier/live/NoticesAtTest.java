package inky.courier.live;

import static org.assertj.core.api.Assertions.assertThat;

import inky.courier.live.Live.Notice;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import org.junit.jupiter.api.Test;

/** A desk that is limited to places hears of nothing elsewhere, not even that it is there. */
class NoticesAtTest {
    private static final UUID HERE = new UUID(1, 1);
    private static final UUID ELSEWHERE = new UUID(1, 2);
    private static final UUID GONE = new UUID(1, 3);
    private static final UUID PERSON = new UUID(2, 1);

    private static final NoticePlaces DELIVERIES = new NoticePlaces() {
        @Override
        public String kind() {
            return "delivery";
        }

        @Override
        public Optional<String> placeOf(UUID id) {
            return id.equals(HERE)
                    ? Optional.of("Stonepool")
                    : Optional.of("Quay House").filter(place -> id.equals(ELSEWHERE));
        }
    };

    @Test
    void onlyWhatIsThereIsTold() {
        NoticesAt heard = new NoticesAt(Set.of("Stonepool"), List.of(DELIVERIES));
        assertThat(heard.test(new Notice("delivery", HERE, PERSON))).isTrue();
        assertThat(heard.test(new Notice("delivery", ELSEWHERE, PERSON))).isFalse();
        assertThat(heard.test(new Notice("delivery", GONE, PERSON))).isFalse();
        assertThat(heard.test(new Notice("scan", HERE, PERSON)))
                .as("somebody\u2019s own")
                .isFalse();
        assertThat(heard.test(new Notice("mail-server", HERE, null))).isTrue();
    }
}
