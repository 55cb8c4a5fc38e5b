package inky.courier.panel;

import inky.courier.core.contact.DirectEntry;
import inky.courier.core.job.Question;
import inky.courier.core.message.Message;
import inky.courier.destination.DestinationService.DestinationView;
import inky.courier.destination.OwnFolders;
import jakarta.annotation.Nullable;
import java.util.List;
import java.util.UUID;
import java.util.function.Predicate;
import java.util.stream.Stream;

/**
 * One thing that a job asks at the device.
 *
 * @param destinationId that it is about; absent for one about the job
 * @param key which, of several of a kind: a setting's path, a question's key
 * @param name of the destination, the setting or the question; of a passcode, why one is suggested; empty for what its kind says
 * @param freely whether an answer may be written that is in no list: an address, a new folder
 * @param required whether nothing goes before it is answered
 * @param type of an own question's answer
 * @param usual the answer that stands there at first
 * @param options among which it is chosen
 * @param domains within which addresses may be entered; none for all, where any may be
 * @param onlyFor destinations of which one must have been chosen for it to be asked; none for always
 */
record Ask(
        @Nullable UUID destinationId,
        Kind kind,
        String key,
        Message name,
        boolean freely,
        boolean required,
        Question.Type type,
        String usual,
        Options options,
        List<String> domains,
        List<UUID> onlyFor) {
    /** Asked only where one of these is chosen. */
    Ask onlyFor(Stream<DestinationView> destinations) {
        return new Ask(
                destinationId,
                kind,
                key,
                name,
                freely,
                required,
                type,
                usual,
                options,
                domains,
                destinations.map(DestinationView::id).toList());
    }

    /** With those of its options that can be had; the usual one always can. */
    Ask offering(Predicate<String> canBeHad) {
        List<Option> had = options.options.stream()
                .filter(option -> option.value.equals(usual) || canBeHad.test(option.value))
                .toList();
        return new Ask(
                destinationId,
                kind,
                key,
                name,
                freely,
                required,
                type,
                usual,
                new Options(had, options.more),
                domains,
                onlyFor);
    }

    static Ask of(Kind kind, boolean required) {
        return of(null, kind, Message.none(), true, required, Question.Type.TEXT, NO_OPTIONS);
    }

    /** What may stay unanswered, but better does not. @param why in a few words */
    static Ask suggested(Kind kind, Message why) {
        return of(null, kind, why, true, false, Question.Type.TEXT, NO_OPTIONS);
    }

    static Ask about(DestinationView destination, Kind kind, boolean freely, boolean required) {
        Message name = Message.text(destination.name());
        return of(destination.id(), kind, name, freely, required, Question.Type.TEXT, NO_OPTIONS);
    }

    /** Which of somebody's own folders, of several; the first as long as nobody chooses. */
    static Ask which(DestinationView destination, List<OwnFolders.OwnFolder> own) {
        List<Option> options = own.stream()
                .map(one -> new Option(one.id().toString(), Message.text(one.name())))
                .toList();
        return new Ask(
                destination.id(),
                Kind.OWN_FOLDER,
                "",
                Message.text(destination.name()),
                false,
                false,
                Question.Type.CHOICE,
                options.get(0).value,
                new Options(options, false),
                List.of(),
                List.of());
    }

    /** Where it goes, of several. */
    static Ask where(Stream<DestinationView> among) {
        List<Option> options = among.map(to -> new Option(to.id().toString(), Message.text(to.name())))
                .toList();
        return of(
                null,
                Kind.DESTINATIONS,
                Message.none(),
                false,
                true,
                Question.Type.CHOICE,
                new Options(options, false));
    }

    private static Ask of(
            @Nullable UUID about,
            Kind kind,
            Message name,
            boolean freely,
            boolean required,
            Question.Type type,
            Options options) {
        return new Ask(about, kind, "", name, freely, required, type, "", options, List.of(), List.of());
    }

    /** Whom a mail goes to, or who gets copies. @param entry which addresses may be entered */
    Ask within(DirectEntry entry) {
        return new Ask(
                destinationId,
                kind,
                key,
                name,
                entry.mode() != DirectEntry.Mode.NONE,
                required,
                type,
                usual,
                options,
                entry.domains(),
                onlyFor);
    }

    private static final Options NO_OPTIONS = new Options(List.of(), false);

    enum Kind {
        /** Before scanning: the person lets Courier into their cloud folder, once. */
        CONSENT,
        /** A setting of the profile, before scanning. */
        SETTING,
        /** Where it goes, of the job's destinations; several may be chosen. */
        DESTINATIONS,
        /** Whom a mail goes to. */
        RECIPIENTS,
        /** Who else gets its mails. */
        COPIES,
        /** Which of the person's own folders. */
        OWN_FOLDER,
        /** A folder below the destination's own; may stay unanswered. */
        FOLDER,
        FILE_NAME,
        SUBJECT,
        PASSCODE,
        /** One of the job's own. */
        QUESTION
    }

    /** @param value what is answered with it */
    record Option(String value, Message words) {}

    /** @param more whether there are further ones, found by their letters */
    record Options(List<Option> options, boolean more) {}
}
