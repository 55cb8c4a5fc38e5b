package inky.courier.core.transfer;

import inky.courier.core.Invalid;
import inky.courier.core.naming.NameRules;
import inky.courier.core.naming.NameTemplate;
import inky.courier.core.naming.NameValues;
import inky.courier.core.naming.TemplateParser;
import java.util.ArrayList;
import java.util.List;

/**
 * A folder's path with fields: {@code manifests/{date:yyyy}/{person.login}}. Slashes part it before the fields are
 * filled, so a value with a slash in it stays one name.
 *
 * @param absolute whether it begins at the server's root instead of the account's
 */
public record FolderTemplate(boolean absolute, List<NameTemplate> names) {
    /** @throws Invalid for what leads upwards or is no template; the problem says where */
    public static FolderTemplate of(String text) {
        String path = text.strip().replace('\\', '/');
        List<NameTemplate> names = new ArrayList<>();
        for (String part : parts(path)) {
            if (part.strip().isEmpty()) {
                continue;
            }
            refuseUpwards(part.strip());
            TemplateParser.Parsed parsed = TemplateParser.parse(part.strip(), TemplateParser.Use.FILE_NAME);
            if (parsed instanceof TemplateParser.Valid valid) {
                names.add(valid.template());
            } else {
                TemplateParser.Fault fault =
                        ((TemplateParser.Faulty) parsed).faults().get(0);
                throw new Invalid(fault.code(), "path", fault.sentence(), fault.remedy());
            }
        }
        return new FolderTemplate(path.startsWith("/"), List.copyOf(names));
    }

    public FolderPath fill(NameValues values, NameRules rules) {
        return FolderPath.fitted(names.stream().map(name -> name.fill(values)).toList(), rules);
    }

    /** The part before the first field: what is there whoever scans whatever. */
    public FolderPath fixed() {
        return new FolderPath(names.stream()
                .map(NameTemplate::text)
                .takeWhile(name -> name.indexOf('{') < 0)
                .toList());
    }

    public boolean hasFields() {
        return fixed().names().size() < names.size();
    }

    private static void refuseUpwards(String name) {
        if (name.equals("..") || name.equals(".")) {
            FolderPath.of(name);
        }
    }

    private static List<String> parts(String path) {
        List<String> parts = new ArrayList<>();
        int depth = 0;
        int from = 0;
        for (int i = 0; i < path.length(); i++) {
            char c = path.charAt(i);
            depth += c == '{' ? 1 : c == '}' ? -1 : 0;
            if (c == '/' && depth <= 0) {
                parts.add(path.substring(from, i));
                from = i + 1;
            }
        }
        parts.add(path.substring(from));
        return parts;
    }
}
