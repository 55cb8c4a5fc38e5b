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
import java.util.List;
import java.util.Objects;
import java.util.OptionalInt;
import java.util.UUID;
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

    private record Document(
            String format,
            OfficeSettings settings,
            List<DeviceItem> devices,
            List<MailServerItem> mailServers,
            List<DestinationItem> destinations,
            List<ProfileEntry> profiles,
            List<NameItem> names,
            List<JobItem> jobs,
            List<PanelItem> panels) {}

    private record ProfileEntry(
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
        JsonNode tree = mapper.valueToTree(new Document(
                NAME,
                office.settings(),
                sorted(office, DeviceItem.class),
                sorted(office, MailServerItem.class),
                sorted(office, DestinationItem.class),
                sorted(office, ProfileItem.class).stream().map(ProfileEntry::of).toList(),
                sorted(office, NameItem.class),
                sorted(office, JobItem.class),
                sorted(office, PanelItem.class)));
        leaveOutWhatIsAbsent(tree);
        return mapper.writeValueAsString(tree);
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
        items.add(Objects.requireNonNullElse(d.settings, OfficeSettings.USUAL));
        add(items, d.devices);
        add(items, d.mailServers);
        add(items, d.destinations);
        add(items, given(d.profiles).stream().map(ProfileEntry::item).toList());
        add(items, d.names);
        add(items, d.jobs);
        add(items, d.panels);
        long different = items.stream().map(Item::reference).distinct().count();
        if (different < items.size() || items.stream().anyMatch(item -> item.id() == null)) {
            throw new Invalid(
                    "office.format", "id", Message.of("problem.set-up.ids"), Message.of("problem.set-up.ids.remedy"));
        }
        // Held to its rules as a whole, as if all of it came new.
        return Office.EMPTY.apply(items.stream().<Change>map(Change.Put::new).toList());
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
