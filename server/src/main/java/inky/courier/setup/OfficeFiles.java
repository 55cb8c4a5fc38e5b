package inky.courier.setup;

import inky.courier.core.Invalid;
import inky.courier.core.destination.FolderSettings;
import inky.courier.core.mail.MailSignIn;
import inky.courier.core.office.Change;
import inky.courier.core.office.DestinationItem;
import inky.courier.core.office.Difference;
import inky.courier.core.office.Item;
import inky.courier.core.office.MailServerItem;
import inky.courier.core.office.Office;
import inky.courier.core.office.OfficeFormat;
import java.util.List;
import java.util.Map;
import java.util.concurrent.atomic.AtomicReference;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** The whole set-up out into a file, and in from one: first shown, then made, all or nothing. */
@Service
class OfficeFiles {
    private final SetUp setUp;

    OfficeFiles(SetUp setUp) {
        this.setUp = setUp;
    }

    /**
     * What a file would change.
     *
     * @param token says that this and nothing else was looked at; needed to make it
     * @param withoutSecrets names of items that come without the password that they need
     */
    record Comparison(List<ItemChange> changes, List<String> withoutSecrets, String token) {}

    @Transactional(readOnly = true)
    String write(OfficeFormat format) {
        return format.write(setUp.office());
    }

    /**
     * What making the set-up of a file would change; nothing is.
     *
     * @param removes whether what is not in the file goes
     * @throws Invalid when it is no set-up, or one that breaks a rule
     */
    @Transactional(readOnly = true)
    Comparison compare(String file, boolean removes) {
        return compare(setUp.office(), file, removes);
    }

    /** Makes what {@link #compare} has shown. @throws Invalid when the set-up was changed since */
    @Transactional
    Comparison make(String file, boolean removes, String token) {
        AtomicReference<Comparison> made = new AtomicReference<>();
        setUp.change(now -> {
            Comparison shown = compare(now, file, removes);
            if (!shown.token.equals(token)) {
                throw Invalid.of("office.changed", "file");
            }
            made.set(shown);
            return new Wish(changes(now, file, removes), Map.of(), Map.of());
        });
        return made.get();
    }

    private static Comparison compare(Office now, String file, boolean removes) {
        List<Change> changes = changes(now, file, removes);
        List<ItemChange> shown = ItemChange.of(now, now.apply(changes), changes);
        List<String> without = changes.stream()
                .filter(change -> now.find(change.what()).isEmpty())
                .filter(change -> change instanceof Change.Put put && needsSecret(put.item()))
                .map(change -> ((Change.Put) change).item().name())
                .toList();
        return new Comparison(shown, without, token(now, file, removes));
    }

    private static List<Change> changes(Office now, String file, boolean removes) {
        String text = file.strip();
        Office wanted = (text.startsWith("{") ? OfficeFormat.JSON : OfficeFormat.YAML).read(text);
        return Difference.between(now, wanted).stream()
                .filter(change -> removes || change instanceof Change.Put)
                .toList();
    }

    private static boolean needsSecret(Item item) {
        return item instanceof MailServerItem server && server.signIn() != MailSignIn.NONE
                || item instanceof DestinationItem destination
                        && destination.kind().isServer()
                        && destination
                                .settings(FolderSettings.class)
                                .filter(folder -> !folder.account().isEmpty())
                                .isPresent();
    }

    private static String token(Office now, String file, boolean removes) {
        return SetUp.digest(OfficeFormat.JSON.write(now) + removes + file);
    }
}
