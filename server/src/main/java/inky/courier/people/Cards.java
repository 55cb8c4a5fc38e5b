package inky.courier.people;

import inky.courier.audit.ChangeLog;
import inky.courier.core.Invalid;
import inky.courier.live.Live;
import inky.courier.vault.Vault;
import inky.courier.web.Refusal;
import jakarta.annotation.Nullable;
import java.time.Clock;
import java.time.Instant;
import java.time.OffsetDateTime;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.UUID;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Cards that people hold to a device's reader. Their numbers are kept as PINs are: as keyed values, with the last signs to tell them apart. */
@Service
public class Cards {
    /** A reader types a card's number; what is shorter or longer is none. */
    private static final int SHORTEST = 4;

    private static final int LONGEST = 64;
    private static final int ENDING = 3;
    private static final int MOST = 3;

    private final JdbcClient jdbc;
    private final Vault vault;
    private final PersonRepository people;
    private final ChangeLog changes;
    private final Live live;
    private final Clock clock;

    Cards(JdbcClient jdbc, Vault vault, PersonRepository people, ChangeLog changes, Live live, Clock clock) {
        this.jdbc = jdbc;
        this.vault = vault;
        this.people = people;
        this.changes = changes;
        this.live = live;
        this.clock = clock;
    }

    /** @param ending last signs of its number @param usedAt when somebody last signed in with it; absent for never @param lostAt since when nobody can; absent while they can */
    public record CardView(
            UUID id,
            String ending,
            Instant madeAt,
            @Nullable Instant usedAt,
            @Nullable Instant lostAt) {}

    /** A card's number as its reader typed it, brought into one form: readers differ in capitals and in what they set between groups. */
    public record Number(String plain) {
        /** @throws Invalid when it is none */
        public Number {
            plain = plain.replaceAll("[\\s:;?=._-]", "").toUpperCase(Locale.ROOT);
            if (!plain.matches("[0-9A-Z]{" + SHORTEST + "," + LONGEST + "}")) {
                throw Invalid.of("card.number", "card");
            }
        }

        String ending() {
            return plain.substring(plain.length() - ENDING);
        }

        @Override
        public String toString() {
            return "Number[\u2026" + ending() + "]";
        }
    }

    /** A card that was enrolled. @param lost whether nobody signs in with it any more */
    public record Known(UUID card, UUID person, boolean lost) {}

    @Transactional(readOnly = true)
    public Optional<Known> find(Number number) {
        return jdbc.sql("select id, person_id, lost_at is not null as lost from person_card where card_index = ?")
                .param(index(number))
                .query((row, n) -> new Known(
                        row.getObject("id", UUID.class),
                        row.getObject("person_id", UUID.class),
                        row.getBoolean("lost")))
                .optional();
    }

    @Transactional(readOnly = true)
    public List<CardView> of(UUID person) {
        return jdbc.sql("select * from person_card where person_id = ? order by made_at")
                .param(person)
                .query((row, n) -> new CardView(
                        row.getObject("id", UUID.class),
                        row.getString("ending"),
                        instant(row.getObject("made_at", OffsetDateTime.class)),
                        instant(row.getObject("used_at", OffsetDateTime.class)),
                        instant(row.getObject("lost_at", OffsetDateTime.class))))
                .list();
    }

    @Nullable
    private static Instant instant(@Nullable OffsetDateTime at) {
        return at == null ? null : at.toInstant();
    }

    @Transactional(readOnly = true)
    public boolean hasOne(UUID person) {
        return jdbc.sql("select exists (select 1 from person_card where person_id = ? and lost_at is null)")
                .param(person)
                .query(Boolean.class)
                .single();
    }

    /**
     * Makes a card somebody's.
     *
     * @param only whether they may have no other
     * @throws Invalid when it is somebody's already, or one too many
     */
    @Transactional
    public void enrol(UUID person, Number number, boolean only) {
        String name = nameOf(person);
        // Held at two panels at once, one card comes after the other.
        jdbc.sql("select 1 from person where id = ? for update")
                .param(person)
                .query(Integer.class)
                .single();
        if (only && hasOne(person)) {
            throw Invalid.of("card.wrong", "card");
        }
        if (of(person).size() >= MOST) {
            throw Invalid.of("card.many", "card");
        }
        int made = jdbc.sql("""
                        insert into person_card (id, person_id, card_index, ending, made_at) values (?, ?, ?, ?, ?)
                        on conflict (card_index) do nothing""")
                .params(UUID.randomUUID(), person, index(number), number.ending(), OffsetDateTime.now(clock))
                .update();
        if (made == 0) {
            throw Invalid.of("card.taken", "card");
        }
        changes.record("person", person, name, "card", "a card was enrolled");
        live.tell("person", person);
    }

    @Transactional
    public void used(UUID card) {
        jdbc.sql("update person_card set used_at = ? where id = ?")
                .params(OffsetDateTime.now(clock), card)
                .update();
    }

    /** @param lost whether nobody shall sign in with it any more, or somebody may again */
    @Transactional
    public void setLost(UUID person, UUID card, boolean lost) {
        String name = nameOf(person);
        int found = jdbc.sql("update person_card set lost_at = ? where id = ? and person_id = ?")
                .params(lost ? OffsetDateTime.now(clock) : null, card, person)
                .update();
        require(found);
        changes.record("person", person, name, "card", lost ? "a card was lost" : "a card was found again");
        live.tell("person", person);
    }

    @Transactional
    public void remove(UUID person, UUID card) {
        String name = nameOf(person);
        require(jdbc.sql("delete from person_card where id = ? and person_id = ?")
                .params(card, person)
                .update());
        changes.record("person", person, name, "card", "a card was removed");
        live.tell("person", person);
    }

    private static void require(int found) {
        if (found == 0) {
            throw Refusal.notFound("card");
        }
    }

    private String nameOf(UUID person) {
        return people.findById(person).orElseThrow(() -> Refusal.notFound("person")).name;
    }

    private byte[] index(Number number) {
        return vault.index("card " + number.plain);
    }
}
