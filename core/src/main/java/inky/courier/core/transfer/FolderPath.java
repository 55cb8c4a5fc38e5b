package inky.courier.core.transfer;

import inky.courier.core.Invalid;
import inky.courier.core.message.Message;
import inky.courier.core.naming.NameRules;
import inky.courier.core.text.PlainText;
import java.util.ArrayList;
import java.util.List;

/**
 * A folder below a destination's root. It has no way up: what looks like one is refused where a person writes it, and
 * made harmless where it comes from a filled template.
 *
 * @param names from the root down; empty for the root itself
 */
public record FolderPath(List<String> names) {
    public static final FolderPath ROOT = new FolderPath(List.of());

    private static final int DEEPEST = 16;
    private static final int LONGEST = 400;

    public FolderPath {
        names = List.copyOf(names);
    }

    /** Reads what a person or a browser sent. @throws Invalid when it leads outside or cannot be a folder */
    public static FolderPath of(String text) {
        if (text.length() > LONGEST) {
            throw refused(Message.of("problem.folder.path.long").with("n", LONGEST));
        }
        List<String> names = new ArrayList<>();
        for (String part : text.strip().split("[/\\\\]+")) {
            String name = part.strip();
            if (name.equals("..") || name.equals(".")) {
                throw refused(Message.of("problem.folder.path.upwards"));
            }
            if (!PlainText.isLine(name)) {
                throw refused(Message.of("problem.folder.path.control"));
            }
            if (!name.isEmpty()) {
                names.add(name);
            }
        }
        if (names.size() > DEEPEST) {
            throw refused(Message.of("problem.folder.path.deep").with("n", DEEPEST));
        }
        return new FolderPath(names);
    }

    /** Each name made acceptable to the destination; a name from a template stays one name, whatever it holds. */
    public static FolderPath fitted(List<String> filled, NameRules rules) {
        return new FolderPath(filled.stream()
                .filter(name -> !name.isBlank())
                .limit(DEEPEST)
                .map(rules::fitFolder)
                .toList());
    }

    public FolderPath then(FolderPath below) {
        List<String> all = new ArrayList<>(names);
        all.addAll(below.names);
        return new FolderPath(all);
    }

    public FolderPath then(String name) {
        return then(new FolderPath(List.of(name)));
    }

    /** @throws IllegalStateException for the root */
    public FolderPath parent() {
        if (names.isEmpty()) {
            throw new IllegalStateException("the root has no parent");
        }
        return new FolderPath(names.subList(0, names.size() - 1));
    }

    /** The last name; empty for the root. */
    public String name() {
        return names.isEmpty() ? "" : names.get(names.size() - 1);
    }

    public boolean isRoot() {
        return names.isEmpty();
    }

    /** "manifests/2026", for people; empty for the root. */
    public String text() {
        return String.join("/", names);
    }

    @Override
    public String toString() {
        return text();
    }

    private static Invalid refused(Message sentence) {
        return new Invalid("folder.path", "path", sentence, Message.of("problem.folder.path.remedy"));
    }
}
