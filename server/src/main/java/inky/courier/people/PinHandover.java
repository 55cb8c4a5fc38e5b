package inky.courier.people;

import inky.courier.core.Invalid;
import inky.courier.core.document.PrintedLetters;
import inky.courier.core.document.PrintedLetters.Letter;
import inky.courier.core.message.Message;
import inky.courier.core.office.OfficeSettings;
import inky.courier.destination.Announcements;
import inky.courier.destination.Announcements.Announcement;
import inky.courier.people.Pins.NewPin;
import inky.courier.settings.Settings;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.util.ArrayList;
import java.util.Collection;
import java.util.List;
import java.util.Locale;
import java.util.UUID;
import java.util.stream.Stream;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** New PINs on their way to their people: as letters to be printed, or by mail. Nobody at the desk has to read them. */
@Service
class PinHandover {
    /** A mail takes about a second. */
    private static final int MOST_MAILS = 200;

    /** Mails in a row that no server has taken, after which it is not the mail. */
    private static final int ENOUGH = 3;

    private final Pins pins;
    private final Settings settings;
    private final Announcements announcements;

    PinHandover(Pins pins, Settings settings, Announcements announcements) {
        this.pins = pins;
        this.settings = settings;
        this.announcements = announcements;
    }

    /** @param sent how many have their new PIN by mail @param failed names of those whose mail no server took: they keep the PIN that they had */
    record Mailed(int sent, List<String> failed) {}

    /** A new PIN for each, and a PDF with a letter to each of them, in their language. */
    @Transactional
    byte[] letters(Collection<UUID> people) {
        OfficeSettings office = settings.read();
        List<Letter> letters =
                pins.make(people).stream().map(made -> letter(office, made)).toList();
        try {
            return PrintedLetters.pdf(letters, office.office());
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    private static Letter letter(OfficeSettings office, NewPin made) {
        Locale language = office.languageOf(made.person().language());
        return new Letter(
                made.person().name(),
                head(office).in(language),
                List.of(Message.of("mail.pin.use").in(language)),
                made.pin(),
                advice(office).map(words -> words.in(language)).toList());
    }

    private static Message head(OfficeSettings office) {
        return Message.of("mail.pin.subject").with("office", office.office());
    }

    private static Stream<Message> advice(OfficeSettings office) {
        Message first = Message.of(office.panelSignIn().firstPinOnce() ? "mail.pin.once" : "mail.pin.keep");
        return Stream.of(first, Message.of("mail.pin.secret"));
    }

    /**
     * A new PIN for each, by mail. Each works when a mail server has taken the mail, and nothing waits for a server meanwhile. After
     * some in a row that none has taken no more are tried.
     *
     * @throws Invalid when there are more than somebody would wait for
     */
    Mailed mails(Collection<UUID> people) {
        if (people.size() > MOST_MAILS) {
            throw new Invalid(
                    "people.mails",
                    "people",
                    Message.of("problem.people.mails").with("n", MOST_MAILS),
                    Message.of("problem.people.mails.remedy"));
        }
        OfficeSettings office = settings.read();
        int sent = 0;
        int inARow = 0;
        List<String> failed = new ArrayList<>();
        for (UUID id : people) {
            boolean taken = inARow < ENOUGH && mail(office, pins.send(id));
            inARow = taken ? 0 : inARow + 1;
            sent += taken ? 1 : 0;
            if (!taken) {
                failed.add(pins.of(id).person().name());
            }
        }
        return new Mailed(sent, failed);
    }

    private boolean mail(OfficeSettings office, NewPin made) {
        boolean taken = announcements.send(announcement(office, made));
        if (taken) {
            pins.arrived(made);
        } else {
            pins.lost(made);
        }
        return taken;
    }

    private static Announcement announcement(OfficeSettings office, NewPin made) {
        Locale language = office.languageOf(made.person().language());
        String advice = String.join(
                "\n", advice(office).map(words -> words.in(language)).toList());
        return new Announcement(
                made.person().name(),
                made.person().email(),
                head(office).in(language),
                Message.of("mail.pin.use").in(language) + "\n\n" + made.pin() + "\n\n" + advice + "\n");
    }
}
