package inky.courier.panel;

import inky.courier.audit.SecurityLog;
import inky.courier.audit.SecurityLog.Place;
import inky.courier.core.Invalid;
import inky.courier.core.people.PanelSignIn.Replace;
import inky.courier.core.people.PanelSignIn.Way;
import inky.courier.core.people.Pin;
import inky.courier.device.DeviceService;
import inky.courier.people.Cards;
import inky.courier.people.Pins;
import inky.courier.settings.Settings;
import inky.courier.signin.SignInThrottle;
import inky.courier.signin.Source;
import inky.courier.signin.ThrottleKey;
import inky.courier.web.Refusal;
import java.time.Duration;
import java.util.Optional;
import java.util.UUID;
import java.util.concurrent.TimeUnit;
import org.springframework.http.HttpStatus;
import org.springframework.stereotype.Service;

/** Who is let in at a panel, by PIN, card or both, and how they get another PIN. Every guess counts, whatever it is made with. */
@Service
class SignInAtPanels {
    /** Every refusal takes so long: more than any of them needs. */
    private static final Duration REFUSED_AFTER = Duration.ofMillis(60);

    private final PanelSessions sessions;
    private final Pins pins;
    private final Cards cards;
    private final Settings settings;
    private final DeviceService devices;
    private final SignInThrottle throttle;
    private final ForgivenTypos typos;
    private final PanelPlaces places;
    private final SecurityLog log;

    SignInAtPanels(
            PanelSessions sessions,
            Pins pins,
            Cards cards,
            Settings settings,
            DeviceService devices,
            SignInThrottle throttle,
            ForgivenTypos typos,
            PanelPlaces places,
            SecurityLog log) {
        this.sessions = sessions;
        this.pins = pins;
        this.cards = cards;
        this.settings = settings;
        this.devices = devices;
        this.throttle = throttle;
        this.typos = typos;
        this.places = places;
        this.log = log;
    }

    /** @param pin that was entered, and {@code card} that was held to the reader; empty where there was none */
    record Shown(String pin, Optional<Cards.Number> card) {}

    record Opened(String token, PanelUser user) {}

    /**
     * Lets somebody in.
     *
     * @throws Refusal when what they show is nobody's, is not enough, or it is too early for another attempt
     */
    Opened open(UUID deviceId, Shown shown, Source source) {
        long began = System.nanoTime();
        try {
            return in(deviceId, known(new Attempt(deviceId, source), shown), source);
        } catch (Refusal refused) {
            if (refused.status() == HttpStatus.UNAUTHORIZED) {
                waitUntil(began + REFUSED_AFTER.toNanos());
            }
            throw refused;
        }
    }

    /**
     * Lets somebody scan with the jobs for guests.
     *
     * @throws Refusal where the office lets no guests scan, there is no job for them here, or somebody is signed in
     */
    Opened openAsGuest(UUID deviceId) {
        if (!places.areGuestsWelcome(deviceId)) {
            throw Refusal.of(HttpStatus.CONFLICT, "panel.no-guests");
        }
        return sessions.beginAsGuest(deviceId, devices.get(deviceId).signOutSeconds())
                .map(made -> new Opened(made.token(), PanelUser.guestNow(deviceId, made.guest())))
                .orElseThrow(() -> Refusal.of(HttpStatus.CONFLICT, "panel.somebody-signed-in"));
    }

    /** How long it took tells nothing of what was found on the way. */
    private static void waitUntil(long nanos) {
        try {
            TimeUnit.NANOSECONDS.sleep(nanos - System.nanoTime());
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
        }
    }

    private Pins.Known known(Attempt attempt, Shown shown) {
        Way way = settings.read().panelSignIn().way();
        if (shown.pin.isEmpty() && shown.card.isEmpty()) {
            throw Invalid.of("pin.length", "pin");
        }
        if (way == Way.PIN && shown.card.isPresent()) {
            throw Refusal.of(HttpStatus.UNAUTHORIZED, "card.not-used");
        }
        if (way == Way.CARD_AND_PIN && shown.card.isEmpty()) {
            throw Refusal.of(HttpStatus.UNAUTHORIZED, "card.first");
        }
        return shown.pin.isEmpty()
                ? byCard(attempt.begun(), shown.card.orElseThrow(), way)
                : byPin(attempt.begun(), shown, way);
    }

    private Pins.Known byPin(Attempt attempt, Shown shown, Way way) {
        Optional<Cards.Known> held = shown.card.flatMap(cards::find);
        Optional<Pins.Known> known = pins.whoHas(shown.pin)
                .filter(who -> shown.card.isEmpty()
                        || held.map(one -> !one.lost()
                                        && one.person().equals(who.person().id()))
                                .orElseGet(() -> way != Way.CARD_AND_PIN
                                        || !cards.hasOne(who.person().id())));
        if (known.isEmpty()) {
            typos.wrong(attempt.deviceId, shown.pin, attempt.source);
            throw attempt.wrong(shown.card.isEmpty() ? "pin.wrong" : "card.wrong");
        }
        requireAble(attempt, known.get());
        attempt.right();
        typos.forgive(attempt.deviceId, shown.pin);
        // A card that nobody has is its first owner's who enters a PIN.
        shown.card
                .filter(number -> held.isEmpty())
                .ifPresent(number -> cards.enrol(known.get().person().id(), number, way == Way.CARD_AND_PIN));
        held.ifPresent(one -> cards.used(one.card()));
        return known.get();
    }

    private Pins.Known byCard(Attempt attempt, Cards.Number number, Way way) {
        Optional<Cards.Known> held = cards.find(number);
        Cards.Known known = held.filter(one -> !one.lost())
                .orElseThrow(() -> attempt.wrong(held.isEmpty() ? "card.unknown" : "card.lost"));
        Pins.Known person = pins.of(known.person());
        requireAble(attempt, person);
        attempt.right();
        if (way == Way.CARD_AND_PIN) {
            throw Refusal.of(HttpStatus.UNAUTHORIZED, "card.pin");
        }
        cards.used(known.card());
        // Who has a card needs no PIN here, so an old one is not in the way.
        return new Pins.Known(person.person(), Optional.empty());
    }

    private static void requireAble(Attempt attempt, Pins.Known known) {
        if (known.person().disabled()) {
            throw attempt.wrong("person.disabled");
        }
    }

    private Opened in(UUID deviceId, Pins.Known known, Source source) {
        UUID person = known.person().id();
        log.note(SecurityLog.Event.SIGNED_IN, known.person().name(), place(deviceId), source.address(), "");
        return new Opened(
                sessions.begin(deviceId, person, known.replace()), PanelUser.now(deviceId, person, known.replace()));
    }

    private Place place(UUID deviceId) {
        return Place.panel(devices.get(deviceId).name());
    }

    /** Who is signed in wants another PIN, and shows the one that they have: a panel that was left open gives nobody's away. */
    void proveCurrent(PanelUser user, String token, String current, Source source) {
        Attempt attempt = new Attempt(user.deviceId(), source).begun();
        boolean theirs = pins.whoHas(current)
                .filter(known -> known.person().id().equals(user.personId()))
                .isPresent();
        if (!theirs) {
            attempt.count();
            throw Invalid.of("pin.not-yours", "pin");
        }
        attempt.right();
        if (user.replace().isEmpty()) {
            sessions.mustReplace(token, Replace.WANTED);
        }
    }

    /** They think better of it; where they must have another, nothing changes. */
    void keepCurrent(PanelUser user, String token) {
        if (user.replace().equals(Optional.of(Replace.WANTED))) {
            sessions.replaced(token);
        }
    }

    /**
     * Another PIN for whoever needs one; then they go on.
     *
     * @param chosen empty for one by chance
     * @return the PIN by chance, to be shown once; empty for a chosen one
     * @throws Invalid when it cannot be theirs. It counts as an attempt to sign in: somebody else may have it
     */
    String replacePin(PanelUser user, String token, String chosen, Source source) {
        String made = "";
        if (settings.read().panelSignIn().choose()) {
            choose(user, new Pin(chosen), source);
        } else {
            made = pins.renew(user.personId()).pin();
        }
        sessions.replaced(token);
        return made;
    }

    private void choose(PanelUser user, Pin pin, Source source) {
        Attempt attempt = new Attempt(user.deviceId(), source).begun();
        try {
            pins.choose(user.personId(), pin);
            attempt.right();
        } catch (Invalid cannotBeTheirs) {
            attempt.count();
            throw cannotBeTheirs;
        }
    }

    /** Something that could be a guess: begun before it is looked at, so that many at once gain nothing. */
    private final class Attempt {
        private final UUID deviceId;
        private final Source source;
        private SignInThrottle.Attempt counted;

        Attempt(UUID deviceId, Source source) {
            this.deviceId = deviceId;
            this.source = source;
        }

        /** @throws Refusal when it is too early */
        Attempt begun() {
            counted = throttle.begin(ThrottleKey.panel(deviceId), ThrottleKey.source(source), ThrottleKey.OFFICE);
            return this;
        }

        void right() {
            throttle.right(counted);
        }

        void count() {
            throttle.wrong(counted, "", place(deviceId), source);
        }

        Refusal wrong(String code) {
            count();
            return Refusal.of(HttpStatus.UNAUTHORIZED, code);
        }
    }
}
