package inky.courier.setup;

import inky.courier.core.Invalid;
import inky.courier.core.destination.FolderSettings;
import inky.courier.core.mail.MailSignIn;
import inky.courier.core.office.Change;
import inky.courier.core.office.DestinationItem;
import inky.courier.core.office.DeviceItem;
import inky.courier.core.office.Difference;
import inky.courier.core.office.DirectoryItem;
import inky.courier.core.office.InboxItem;
import inky.courier.core.office.Item;
import inky.courier.core.office.ItemKind;
import inky.courier.core.office.JobItem;
import inky.courier.core.office.MailServerItem;
import inky.courier.core.office.Office;
import inky.courier.core.office.OfficeFormat;
import inky.courier.core.office.Reference;
import inky.courier.core.office.SameNames;
import inky.courier.vault.Vault;
import inky.courier.web.Refusal;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.concurrent.atomic.AtomicReference;
import java.util.stream.Collectors;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** The set-up out into a file, and in from one: first shown, then made, all or nothing. */
@Service
public class OfficeFiles {
    private final SetUp setUp;
    private final Vault vault;
    private final Followers followers;

    OfficeFiles(SetUp setUp, Vault vault, Followers followers) {
        this.setUp = setUp;
        this.vault = vault;
        this.followers = followers;
    }

    /**
     * A file that shall come in.
     *
     * @param removes whether what is not in it goes
     * @param passphrase for the secrets in it; empty to leave them
     * @param leftOut changes that shall not be made, each as {@link #key}
     * @param matchNames whether what is called the same is taken to be the same, whatever its id
     */
    record Incoming(String file, boolean removes, String passphrase, Set<String> leftOut, boolean matchNames) {}

    /**
     * What a file would change.
     *
     * @param token says that this and nothing else was looked at; needed to make it
     * @param withoutSecrets names of items that come without the password that they need
     * @param locked whether there are secrets in it that were not opened
     * @param secrets names of items of which secrets come
     * @param sameNames names of what is there under another id, whether they are taken to be the same or not
     */
    record Comparison(
            List<ItemChange> changes,
            List<String> withoutSecrets,
            boolean locked,
            List<String> secrets,
            List<String> sameNames,
            String token) {
        boolean isNothing() {
            return changes.isEmpty() && secrets.isEmpty();
        }
    }

    /**
     * @param jobs names of those that are wanted, with all that they need; none for the whole set-up
     * @param passphrase under which secrets come along; empty for none
     * @throws Invalid when the passphrase is too short
     * @throws Refusal when there is no job of that name
     */
    @Transactional(readOnly = true)
    public String write(OfficeFormat format, List<String> jobs, String passphrase) {
        Office all = setUp.office();
        Office office = jobs.isEmpty() ? all : all.only(references(all, jobs));
        return passphrase.isEmpty()
                ? format.write(office)
                : format.write(office, SealedSecrets.seal(secrets(office), passphrase));
    }

    private static Set<Reference> references(Office office, List<String> jobs) {
        Set<Reference> wanted = new HashSet<>();
        for (String name : jobs) {
            wanted.add(office.all(JobItem.class).stream()
                    .filter(job -> job.name().equals(name))
                    .findFirst()
                    .orElseThrow(() -> Refusal.notFound("job"))
                    .reference());
        }
        return wanted;
    }

    private Map<String, Map<String, String>> secrets(Office office) {
        Map<String, Map<String, String>> all = new TreeMap<>();
        for (Item item : office.items()) {
            Map<String, String> opened = opened(item.reference());
            if (!opened.isEmpty()) {
                all.put(key(item.reference()), opened);
            }
        }
        return all;
    }

    private Map<String, String> opened(Reference what) {
        Map<String, String> opened = new TreeMap<>();
        setUp.secrets(what)
                .forEach((name, kept) -> opened.put(name, vault.openText(kept, setUp.sealedFor(what, name))));
        return opened;
    }

    static String key(Reference what) {
        return what.kind().words() + " " + what.id();
    }

    /**
     * What making the set-up of a file would change; nothing is.
     *
     * @throws Invalid when it is no set-up, or one that breaks a rule
     */
    @Transactional(readOnly = true)
    Comparison compare(Incoming file) {
        return thought(setUp.office(), file).shown;
    }

    /** Makes what {@link #compare} has shown. @throws Invalid when the set-up was changed since */
    @Transactional
    Comparison make(Incoming file, String token) {
        AtomicReference<Comparison> made = new AtomicReference<>();
        setUp.change(now -> {
            Thought thought = thought(now, file);
            if (!thought.shown.token.equals(token)) {
                throw Invalid.of("office.changed", "file");
            }
            made.set(thought.shown);
            return thought.wish;
        });
        return made.get();
    }

    private record Thought(Comparison shown, Wish wish) {}

    private Thought thought(Office now, Incoming file) {
        String text = file.file.strip();
        OfficeFormat format = text.startsWith("{") ? OfficeFormat.JSON : OfficeFormat.YAML;
        Office read = format.read(text);
        List<SameNames.Pair> same = SameNames.of(now, read);
        List<SameNames.Pair> matched = file.matchNames ? same : List.of();
        Office wanted = matched.isEmpty() ? read : format.read(SameNames.meant(text, matched));
        List<Change> inFile = Difference.between(now, wanted).stream()
                .filter(change -> change instanceof Change.Put
                        || file.removes && change.what().kind() != ItemKind.SETTINGS)
                .filter(change -> !file.leftOut.contains(key(change.what())))
                .toList();
        Set<Reference> said = wanted.items().stream().map(Item::reference).collect(Collectors.toSet());
        List<Change> changes = followers.with(now, inFile, said).stream()
                .filter(change -> !file.leftOut.contains(key(change.what())))
                .collect(Collectors.toCollection(ArrayList::new));
        Office after = SetUp.applied(now, changes);
        String locked = format.secrets(text);
        boolean open = !locked.isEmpty() && !file.passphrase.isEmpty();
        Map<Reference, Map<String, byte[]>> secrets = open
                ? coming(now, wanted, after, meant(SealedSecrets.open(locked, file.passphrase), matched))
                : Map.of();
        List<ItemChange> shown = ItemChange.of(now, after, changes);
        List<String> without = changes.stream()
                .filter(change -> now.find(change.what()).isEmpty() && !secrets.containsKey(change.what()))
                .filter(change -> change instanceof Change.Put put && needsSecret(put.item()))
                .map(change -> ((Change.Put) change).item().name())
                .toList();
        // An item of which only a secret is another is put as it is.
        secrets.keySet().stream()
                .filter(what ->
                        changes.stream().noneMatch(change -> change.what().equals(what)))
                .flatMap(what -> after.find(what).stream())
                .map(Change.Put::new)
                .forEach(changes::add);
        List<String> with = secrets.keySet().stream()
                .flatMap(what -> after.find(what).stream())
                .map(after::nameOf)
                .sorted()
                .toList();
        Comparison comparison = new Comparison(
                shown,
                without,
                !locked.isEmpty() && !open,
                with,
                same.stream()
                        .map(pair -> pair.there().name())
                        .sorted()
                        .distinct()
                        .toList(),
                token(now, file));
        return new Thought(comparison, new Wish(changes, secrets, Map.of()));
    }

    /** Secrets by what they are meant for. */
    private static Map<String, Map<String, String>> meant(
            Map<String, Map<String, String>> secrets, List<SameNames.Pair> matched) {
        Map<String, Map<String, String>> meant = new HashMap<>();
        secrets.forEach((key, given) -> meant.put(SameNames.meant(key, matched), given));
        return meant;
    }

    /** Of items that the file has and that will be there: secrets that are other than those that are kept. */
    private Map<Reference, Map<String, byte[]>> coming(
            Office now, Office wanted, Office after, Map<String, Map<String, String>> given) {
        Map<Reference, Map<String, byte[]>> coming = new HashMap<>();
        for (Item item : wanted.items()) {
            Reference what = item.reference();
            Map<String, String> has = now.find(what).isPresent() ? opened(what) : Map.of();
            Map<String, byte[]> other = new TreeMap<>();
            Optional.ofNullable(given.get(key(what))).orElse(Map.of()).forEach((name, secret) -> {
                if (!secret.equals(has.get(name))) {
                    other.put(name, vault.sealText(secret, setUp.sealedFor(what, name)));
                }
            });
            if (!other.isEmpty() && after.find(what).isPresent()) {
                coming.put(what, other);
            }
        }
        return coming;
    }

    private static boolean needsSecret(Item item) {
        return item instanceof MailServerItem server && server.signIn() != MailSignIn.NONE
                || item instanceof DeviceItem device
                        && !device.access().account().isEmpty()
                || item instanceof DirectoryItem directory
                        && !directory.account().isEmpty()
                || item instanceof InboxItem inbox && !inbox.looks()
                || item instanceof DestinationItem destination
                        && destination.kind().isServer()
                        && destination
                                .settings(FolderSettings.class)
                                .filter(folder -> !folder.account().isEmpty())
                                .isPresent();
    }

    private static String token(Office now, Incoming file) {
        return SetUp.digest(OfficeFormat.JSON.write(now)
                + file.removes
                + file.matchNames
                + !file.passphrase.isEmpty()
                + String.join("|", file.leftOut.stream().sorted().toList())
                + file.file);
    }
}
