package inky.courier.people;

import inky.courier.audit.ChangeLog;
import inky.courier.core.Invalid;
import inky.courier.core.people.PanelSignIn;
import inky.courier.core.people.PanelSignIn.Replace;
import inky.courier.core.people.Pin;
import inky.courier.live.Live;
import inky.courier.people.PeopleService.PersonView;
import inky.courier.settings.Settings;
import inky.courier.vault.Vault;
import inky.courier.web.Refusal;
import java.security.SecureRandom;
import java.time.Clock;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Collection;
import java.util.List;
import java.util.Optional;
import java.util.UUID;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** PINs: given by chance or chosen, each of one person alone, and kept only as a keyed value of which nobody can make a PIN. */
@Service
public class Pins {
    /** PINs are given one after the other, in all instances, so that none is given twice. */
    private static final long LOCK = 0x914;

    private final PersonRepository people;
    private final Settings settings;
    private final Vault vault;
    private final ChangeLog changes;
    private final Live live;
    private final JdbcClient jdbc;
    private final Clock clock;
    private final SecureRandom random = new SecureRandom();

    Pins(
            PersonRepository people,
            Settings settings,
            Vault vault,
            ChangeLog changes,
            Live live,
            JdbcClient jdbc,
            Clock clock) {
        this.people = people;
        this.settings = settings;
        this.vault = vault;
        this.changes = changes;
        this.live = live;
        this.jdbc = jdbc;
        this.clock = clock;
    }

    /** A PIN in clear, for the one moment after it was made. */
    public record NewPin(PersonView person, String pin) {
        @Override
        public String toString() {
            return "NewPin[" + person.name() + "]";
        }
    }

    /** @param replace why the PIN must be replaced before anything else; empty where it need not */
    public record Known(PersonView person, Optional<Replace> replace) {}

    /** A PIN by chance for each, made by somebody else. @throws Refusal when one of them is not there */
    @Transactional
    public List<NewPin> make(Collection<UUID> ids) {
        lock();
        List<NewPin> made = new ArrayList<>();
        for (UUID id : ids) {
            made.add(give(find(id), true));
        }
        return made;
    }

    /** A PIN by chance for somebody who has shown who they are. */
    @Transactional
    public NewPin renew(UUID id) {
        lock();
        return give(find(id), false);
    }

    /**
     * A PIN that somebody has chosen for themselves, or brings along.
     *
     * @throws Invalid when it is shorter than the office wants, is the one that they have, or somebody else has it: which of the
     *     last two is not said
     */
    @Transactional
    public void choose(UUID id, Pin pin) {
        lock();
        PanelSignIn rules = settings.read().panelSignIn();
        if (pin.digits().length() < rules.pinLength()) {
            throw Invalid.of("pin.short", "pin");
        }
        if (isTaken(pin)) {
            throw Invalid.of("pin.taken", "pin");
        }
        keep(find(id), pin, false);
    }

    /** A PIN by chance that is kept for somebody and works when it is {@link #arrived}; until then theirs does. */
    @Transactional
    NewPin send(UUID id) {
        lock();
        Person person = find(id);
        Pin pin = free();
        person.nextPinIndex = vault.index(pin.digits());
        people.saveAndFlush(person);
        return new NewPin(PeopleService.view(person), pin.digits());
    }

    /** What was sent is theirs from now on. */
    @Transactional
    void arrived(NewPin sent) {
        lock();
        Person person = find(sent.person().id());
        // Another one was sent or made meanwhile.
        if (Arrays.equals(person.nextPinIndex, vault.index(sent.pin()))) {
            keep(person, new Pin(sent.pin()), true);
        }
    }

    @Transactional
    void lost(NewPin sent) {
        Person person = find(sent.person().id());
        if (Arrays.equals(person.nextPinIndex, vault.index(sent.pin()))) {
            person.nextPinIndex = null;
        }
    }

    private NewPin give(Person person, boolean byOther) {
        Pin pin = free();
        keep(person, pin, byOther);
        return new NewPin(PeopleService.view(person), pin.digits());
    }

    /** By chance, and nobody's. */
    private Pin free() {
        int length = settings.read().panelSignIn().pinLength();
        Pin pin = Pin.random(length, random);
        while (isTaken(pin)) {
            pin = Pin.random(length, random);
        }
        return pin;
    }

    private boolean isTaken(Pin pin) {
        byte[] index = vault.index(pin.digits());
        return people.existsByPinIndexOrNextPinIndex(index, index);
    }

    private void keep(Person person, Pin pin, boolean byOther) {
        person.pinIndex = vault.index(pin.digits());
        person.nextPinIndex = null;
        person.pinLength = pin.digits().length();
        person.pinMadeAt = clock.instant();
        person.pinByOther = byOther;
        people.saveAndFlush(person);
        changes.record("person", person.id, person.name, "PIN", "a new PIN");
        live.tell("person", person.id);
    }

    /** Nobody signs in by it any more. */
    @Transactional
    public void takeAway(UUID id) {
        Person person = find(id);
        if (person.pinIndex != null) {
            person.pinIndex = null;
            person.pinLength = 0;
            person.pinMadeAt = null;
            person.pinByOther = false;
            changes.record("person", id, person.name, "PIN", "no PIN");
            live.tell("person", id);
        }
    }

    /**
     * Who has this PIN. Found by its keyed value alone, which takes the same time for any; a slow hash beside it would
     * protect little against somebody who has the key too, and hold up fifty people who come in at once.
     */
    @Transactional(readOnly = true)
    public Optional<Known> whoHas(String digits) {
        return people.findByPinIndex(vault.index(digits)).map(this::known);
    }

    /** @throws Refusal when there is no such person */
    @Transactional(readOnly = true)
    public Known of(UUID id) {
        return known(find(id));
    }

    private Known known(Person person) {
        Optional<Replace> replace = person.pinIndex == null
                ? Optional.empty()
                : settings.read()
                        .panelSignIn()
                        .replaced(
                                person.pinLength,
                                person.pinByOther,
                                Optional.ofNullable(person.pinMadeAt),
                                clock.instant());
        return new Known(PeopleService.view(person), replace);
    }

    private Person find(UUID id) {
        return people.findById(id).orElseThrow(() -> Refusal.notFound("person"));
    }

    private void lock() {
        jdbc.sql("select pg_advisory_xact_lock(?)")
                .param(LOCK)
                .query((row, n) -> 0)
                .list();
    }
}
