package inky.courier.core.office;

import inky.courier.core.Invalid;
import inky.courier.core.media.Resolution;
import inky.courier.core.message.Message;
import inky.courier.core.profile.ColourMode;
import inky.courier.core.profile.FileSettings;
import inky.courier.core.profile.Grouping;
import inky.courier.core.profile.ProfileFormat;
import inky.courier.core.profile.Protection;
import inky.courier.core.profile.ScanInput;
import inky.courier.core.profile.ScanProfile;
import inky.courier.core.profile.Sides;
import inky.courier.core.profile.Tidy;
import inky.courier.core.profile.Tone;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Objects;
import java.util.OptionalInt;
import java.util.UUID;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.jspecify.annotations.Nullable;
import tools.jackson.core.JacksonException;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.ObjectMapper;
import tools.jackson.databind.json.JsonMapper;
import tools.jackson.databind.node.ObjectNode;
import tools.jackson.dataformat.yaml.YAMLMapper;

/**
 * A whole set-up as a text: YAML 1.2 or JSON (RFC 8259), the same names in both; a profile in it reads as in {@link
 * ProfileFormat}. Secrets are in none. What is not known is an error, so that a misspelt setting is never silently ignored.
 */
public enum OfficeFormat {
    YAML("yaml", ProfileFormat.strict(YAMLMapper.builder().addModule(DestinationJson.module()))),
    JSON("json", ProfileFormat.strict(JsonMapper.builder().addModule(DestinationJson.module())));

    private static final String NAME = "inky-courier-office";

    /** Where it is described. */
    private static final String PAGE = "docs/set-up-file.md";

    private static final Pattern PART = Pattern.compile("([a-zA-Z]+):( \\[])?");

    /** A line that refers to an item; its own id is no reference. */
    private static final Pattern REFERENCE =
            Pattern.compile("(?:.*(?:Id|through|owner)|\\s*\"?\\d+\"?): \"?([0-9a-f-]{36})\"?");

    private static final Pattern ANY_ID = Pattern.compile("- id: \"?([0-9a-f-]{36})\"?");

    private final String extension;
    private final ObjectMapper mapper;

    OfficeFormat(String extension, ObjectMapper mapper) {
        this.extension = extension;
        this.mapper = mapper;
    }

    /** Of a file's name. */
    public String extension() {
        return extension;
    }

    /** The file as a whole; its published schema is made of it. */
    record Document(
            String format,
            @Nullable OfficeSettings settings,
            List<DeviceItem> devices,
            List<FirmwareItem> firmware,
            List<ShelfFolderItem> shelfFolders,
            List<MailServerItem> mailServers,
            List<DirectoryItem> directories,
            List<DestinationItem> destinations,
            List<ProfileEntry> profiles,
            List<NameItem> names,
            List<JobItem> jobs,
            List<InboxItem> inboxes,
            List<PanelPlanItem> panelPlans,
            List<PanelItem> panels,
            @Nullable String secrets) {}

    record ProfileEntry(
            UUID id,
            String name,
            ColourMode colour,
            int dpi,
            Sides sides,
            ScanInput input,
            Tone tone,
            Tidy tidy,
            Grouping grouping,
            FileSettings files) {
        static ProfileEntry of(ProfileItem item) {
            ScanProfile p = item.profile();
            return new ProfileEntry(
                    item.id(),
                    item.name(),
                    p.colour(),
                    p.resolution().dpi(),
                    p.sides(),
                    p.input(),
                    p.tone(),
                    p.tidy(),
                    p.grouping(),
                    p.files());
        }

        ProfileItem item() {
            FileSettings open = Objects.requireNonNullElse(files, FileSettings.PDF);
            Protection p = open.protection();
            Protection without = new Protection("", "", p.mayPrint(), p.mayCopy(), p.mayChange());
            ScanProfile profile = new ScanProfile(
                    colour,
                    new Resolution(dpi == 0 ? 200 : dpi),
                    sides,
                    input,
                    tone,
                    tidy,
                    grouping,
                    open.withProtection(without));
            return new ProfileItem(id, name, profile);
        }
    }

    public String write(Office office) {
        return write(office, "");
    }

    /** @param secrets sealed, as whoever sealed them reads them; empty for none */
    public String write(Office office, String secrets) {
        JsonNode tree = mapper.valueToTree(new Document(
                NAME,
                office.find(OfficeSettings.REFERENCE).isPresent() ? office.settings() : null,
                sorted(office, DeviceItem.class),
                sorted(office, FirmwareItem.class),
                sorted(office, ShelfFolderItem.class),
                sorted(office, MailServerItem.class),
                sorted(office, DirectoryItem.class),
                sorted(office, DestinationItem.class),
                sorted(office, ProfileItem.class).stream().map(ProfileEntry::of).toList(),
                sorted(office, NameItem.class),
                sorted(office, JobItem.class),
                sorted(office, InboxItem.class),
                sorted(office, PanelPlanItem.class),
                sorted(office, PanelItem.class),
                secrets.isEmpty() ? null : secrets));
        leaveOutWhatIsAbsent(tree);
        String text = mapper.writeValueAsString(tree);
        return this == YAML ? explained(text, office) : text;
    }

    /** For those who read and write it by hand: what each part is, and the names of what is referred to. */
    private static String explained(String yaml, Office office) {
        Map<String, String> names = new HashMap<>();
        office.items().forEach(item -> names.put(item.id().toString(), office.nameOf(item)));
        StringBuilder text = new StringBuilder();
        boolean panels = false;
        for (String line : yaml.split("\n")) {
            Matcher part = PART.matcher(line);
            if (part.matches()) {
                text.append("\n# ")
                        .append(Message.of("set-up.part." + part.group(1)).in(Locale.ENGLISH))
                        .append('\n');
            }
            panels |= line.startsWith("panels:");
            Matcher reference = (panels && line.startsWith("- id:") ? ANY_ID : REFERENCE).matcher(line);
            String name = reference.matches() ? names.get(reference.group(1)) : null;
            text.append(line).append(name == null ? "" : " # " + name).append('\n');
        }
        return text.toString();
    }

    /** The secrets that came with it, sealed; empty for none. @throws Invalid as {@link #read} */
    public String secrets(String text) {
        Document d = document(text);
        return d == null || d.secrets == null ? "" : d.secrets;
    }

    private static void leaveOutWhatIsAbsent(JsonNode node) {
        if (node instanceof ObjectNode object) {
            object.removeIf(JsonNode::isNull);
        }
        node.forEach(OfficeFormat::leaveOutWhatIsAbsent);
    }

    private static <T extends Item> List<T> sorted(Office office, Class<T> type) {
        return office.all(type).stream()
                .sorted(Comparator.<T, String>comparing(Item::name).thenComparing(Item::id))
                .toList();
    }

    /** @throws Invalid that says where the text is no set-up, and how to mend it */
    public Office read(String text) {
        Document d = document(text);
        if (d == null || !NAME.equals(d.format)) {
            throw new Invalid(
                    "office.format",
                    "format",
                    Message.of("problem.set-up.format.other").with("name", NAME),
                    Message.of("problem.set-up.format.other.remedy"));
        }
        List<Item> items = new ArrayList<>();
        if (d.settings != null) {
            items.add(d.settings);
        }
        add(items, d.devices);
        add(items, d.firmware);
        add(items, d.shelfFolders);
        add(items, d.mailServers);
        add(items, d.directories);
        add(items, d.destinations);
        add(items, given(d.profiles).stream().map(ProfileEntry::item).toList());
        add(items, d.names);
        add(items, d.jobs);
        add(items, d.inboxes);
        add(items, d.panelPlans);
        add(items, d.panels);
        long different = items.stream().map(Item::reference).distinct().count();
        if (different < items.size() || items.stream().anyMatch(item -> item.id() == null)) {
            throw new Invalid(
                    "office.format", "id", Message.of("problem.set-up.ids"), Message.of("problem.set-up.ids.remedy"));
        }
        // Held to its rules as a whole, as if all of it came new; a part of a set-up to an office that has an address.
        List<Item> whole = new ArrayList<>(items);
        if (d.settings == null) {
            whole.add(OfficeSettings.USUAL.at("https://courier.example"));
        }
        Office.EMPTY.apply(whole.stream().<Change>map(Change.Put::new).toList());
        return Office.of(items);
    }

    private Document document(String text) {
        if (this == JSON) {
            try {
                return mapper.readValue(text, Document.class);
            } catch (JacksonException e) {
                throw ProfileFormat.invalid(e, "set-up", name(), PAGE, path -> OptionalInt.empty());
            }
        }
        YamlTree yaml = new YamlTree(text);
        try {
            return mapper.treeToValue(yaml.root(), Document.class);
        } catch (JacksonException e) {
            throw ProfileFormat.invalid(e, "set-up", name(), PAGE, yaml::where);
        }
    }

    private static void add(List<Item> items, List<? extends Item> of) {
        items.addAll(given(of));
    }

    private static <T> List<T> given(List<T> list) {
        return list == null ? List.of() : list;
    }
}
