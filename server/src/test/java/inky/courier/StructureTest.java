package inky.courier;

import static com.tngtech.archunit.base.DescribedPredicate.not;
import static com.tngtech.archunit.core.domain.JavaClass.Predicates.resideInAnyPackage;
import static com.tngtech.archunit.core.domain.JavaClass.Predicates.type;
import static com.tngtech.archunit.lang.syntax.ArchRuleDefinition.classes;
import static com.tngtech.archunit.lang.syntax.ArchRuleDefinition.noClasses;
import static com.tngtech.archunit.library.dependencies.SlicesRuleDefinition.slices;
import static org.assertj.core.api.Assertions.assertThat;

import com.tngtech.archunit.core.domain.JavaClasses;
import com.tngtech.archunit.core.importer.ClassFileImporter;
import com.tngtech.archunit.core.importer.ImportOption;
import inky.courier.harness.Office;
import inky.courier.harness.SharedOffice;
import java.net.IDN;
import java.net.URI;
import java.net.URISyntaxException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import java.util.TreeSet;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import tools.jackson.databind.json.JsonMapper;

@ExtendWith(SharedOffice.class)
class StructureTest {
    private static final JavaClasses ALL = new ClassFileImporter()
            .withImportOption(ImportOption.Predefined.DO_NOT_INCLUDE_TESTS)
            .importPackages("inky.courier");

    @Test
    void theCoreKnowsNoFrameworkNoDatabaseAndNoNetwork() {
        noClasses()
                .that()
                .resideInAPackage("inky.courier.core..")
                .should()
                .dependOnClassesThat(resideInAnyPackage(
                                "org.springframework..",
                                "jakarta.persistence..",
                                "java.sql..",
                                "java.net..",
                                "jakarta.servlet..",
                                "org.hibernate..",
                                "com.fasterxml..")
                        // These only read what an address says.
                        .and(not(type(URI.class)))
                        .and(not(type(URISyntaxException.class)))
                        .and(not(type(IDN.class))))
                .check(ALL);
    }

    /** Three open formats are JSON or YAML, a codec like PDF; nothing else of the core knows how they are written down. */
    @Test
    void onlyTheExportFormatsAndTheSidecarKnowJson() {
        noClasses()
                .that()
                .resideInAPackage("inky.courier.core..")
                .and()
                .haveNameNotMatching(
                        "inky\\.courier\\.core\\.(profile\\.ProfileFormat|message\\.Catalogue|office\\.(OfficeFormat|DestinationJson|YamlTree)|transfer\\.Sidecar).*")
                .should()
                .dependOnClassesThat()
                .resideInAnyPackage("tools.jackson..")
                .check(ALL);
    }

    @Test
    void modulesKeepTheirTablesToThemselves() {
        classes()
                .that()
                .areAnnotatedWith(jakarta.persistence.Entity.class)
                .should()
                .bePackagePrivate()
                .check(ALL);
        classes()
                .that()
                .areAssignableTo(org.springframework.data.repository.Repository.class)
                .should()
                .bePackagePrivate()
                .check(ALL);
    }

    @Test
    void modulesDependOnEachOtherInOneDirection() {
        slices().matching("inky.courier.(*)..").should().beFreeOfCycles().check(ALL);
        noClasses()
                .that()
                .resideInAPackage("inky.courier.delivery")
                .should()
                .dependOnClassesThat()
                .resideInAPackage("inky.courier.delivery.query")
                .as("the engine does not know who reads of it")
                .check(ALL);
    }

    @Test
    void theApplicationNeverSeesTheStandIns() {
        noClasses()
                .that()
                .resideOutsideOfPackage("inky.courier.standins..")
                .should()
                .dependOnClassesThat()
                .resideInAPackage("inky.courier.standins..")
                .check(ALL);
    }

    private static final Pattern TABLE_MADE = Pattern.compile("create table (?:if not exists )?([a-z_]+)");
    private static final Pattern LITERAL = Pattern.compile("\"((?:[^\"\\\\]|\\\\.)*)\"");
    private static final Pattern TABLE_USED = Pattern.compile("\\b(?:from|into|update|join)\\s+([a-z_]+)\\b");
    private static final Pattern ENTITY =
            Pattern.compile("@Entity\\s(?:@Table\\(name = \"([a-z_]+)\"\\)\\s)?[^{]*?class (\\w+)");

    /** SQL reaches only the tables of its own package; the demo's past is written from outside, as if it had been. */
    @Test
    void modulesReachNoTablesOfOthersBySql() throws Exception {
        Set<String> tables = new TreeSet<>();
        try (Stream<Path> files = Files.walk(Path.of("src/main/resources/db/migration"))) {
            for (Path file : files.filter(f -> f.toString().endsWith(".sql")).toList()) {
                TABLE_MADE.matcher(Files.readString(file)).results().forEach(m -> tables.add(m.group(1)));
            }
        }
        Map<String, Set<String>> users = new TreeMap<>();
        Path root = Path.of("src/main/java/inky/courier");
        try (Stream<Path> files = Files.walk(root)) {
            for (Path file : files.filter(f -> f.toString().endsWith(".java")).toList()) {
                String module = root.relativize(file).getName(0).toString();
                String text = Files.readString(file);
                String sql =
                        LITERAL.matcher(text).results().map(m -> m.group(1)).collect(Collectors.joining(" "));
                Stream.concat(
                                TABLE_USED.matcher(sql).results().map(m -> m.group(1)),
                                ENTITY.matcher(text)
                                        .results()
                                        .map(m -> m.group(1) != null
                                                ? m.group(1)
                                                : m.group(2)
                                                        .replaceAll("(?<!^)([A-Z])", "_$1")
                                                        .toLowerCase(Locale.ROOT)))
                        .filter(tables::contains)
                        .filter(table -> !module.equals("demo"))
                        .forEach(table -> users.computeIfAbsent(table, t -> new TreeSet<>())
                                .add(module));
            }
        }
        assertThat(users).hasSizeGreaterThan(30);
        users.values().removeIf(modules -> modules.size() == 1);
        assertThat(users).isEmpty();
    }

    /** The interface is typed by this file; {@code -Dapi.write=true} writes it anew. */
    @Test
    void theInterfaceIsTypedByTheApiAsItIs(Office office) throws Exception {
        JsonMapper mapper = JsonMapper.builder()
                .enable(tools.jackson.databind.SerializationFeature.ORDER_MAP_ENTRIES_BY_KEYS)
                .build();
        Object described = mapper.readValue(office.desk.get("/v3/api-docs").ok().text(), Object.class);
        Path file = Path.of("../web/src/api/openapi.json");
        if (Boolean.getBoolean("api.write")) {
            Files.writeString(file, mapper.writerWithDefaultPrettyPrinter().writeValueAsString(described) + "\n");
        }
        assertThat(mapper.readValue(Files.readString(file), Object.class))
                .as("web/src/api/openapi.json is out of date: run bin/generate")
                .isEqualTo(described);
    }

    /** What the interface shows and asks of each kind of destination is the core's own table. */
}
