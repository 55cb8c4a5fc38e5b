package inky.courier.core.transfer;

import inky.courier.core.text.Csv;
import java.io.StringWriter;
import java.nio.charset.StandardCharsets;
import java.time.Instant;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.SortedSet;
import java.util.TreeSet;
import javax.xml.stream.XMLOutputFactory;
import javax.xml.stream.XMLStreamException;
import javax.xml.stream.XMLStreamWriter;
import tools.jackson.databind.SerializationFeature;
import tools.jackson.databind.json.JsonMapper;

/**
 * A delivery's data, to lie beside its files.
 *
 * @param answers what the person was asked at the device, by question
 */
public record Sidecar(
        long number,
        Instant scannedAt,
        String person,
        String login,
        String device,
        String place,
        String job,
        int pages,
        Map<String, String> answers,
        List<File> files) {
    private static final JsonMapper JSON =
            JsonMapper.builder().enable(SerializationFeature.INDENT_OUTPUT).build();

    /**
     * @param sha256 in hexadecimal digits
     * @param read from its pages, by what it is: {@code barcode}, {@code separator}, {@code zone.bill}
     */
    public record File(
            String name,
            String mediaType,
            long bytes,
            int pages,
            String kind,
            String sha256,
            Map<String, String> read) {}

    /** @throws IllegalArgumentException for {@link SidecarForm#NONE} */
    public byte[] in(SidecarForm form) {
        String text = switch (form) {
            case JSON -> JSON.writeValueAsString(asMap());
            case XML -> xml();
            case CSV -> csv();
            case NONE -> throw new IllegalArgumentException("no sidecar is wanted");
        };
        return text.getBytes(StandardCharsets.UTF_8);
    }

    private Map<String, String> facts() {
        Map<String, String> facts = new LinkedHashMap<>();
        facts.put("delivery", Long.toString(number));
        facts.put("scannedAt", scannedAt.toString());
        facts.put("person", person);
        facts.put("login", login);
        facts.put("device", device);
        facts.put("place", place);
        facts.put("job", job);
        facts.put("pages", Integer.toString(pages));
        return facts;
    }

    private static Map<String, String> facts(File file) {
        Map<String, String> facts = new LinkedHashMap<>();
        facts.put("name", file.name);
        facts.put("mediaType", file.mediaType);
        facts.put("bytes", Long.toString(file.bytes));
        facts.put("pages", Integer.toString(file.pages));
        facts.put("kind", file.kind);
        facts.put("sha256", file.sha256);
        return facts;
    }

    private Map<String, Object> asMap() {
        Map<String, Object> map = new LinkedHashMap<>(facts());
        map.put("delivery", number);
        map.put("pages", pages);
        map.put("answers", answers);
        map.put("files", files);
        return map;
    }

    private String xml() {
        StringWriter text = new StringWriter();
        try {
            XMLStreamWriter xml = XMLOutputFactory.newFactory().createXMLStreamWriter(text);
            xml.writeStartDocument("UTF-8", "1.0");
            xml.writeStartElement("delivery");
            for (var fact : facts().entrySet()) {
                xml.writeAttribute(fact.getKey().equals("delivery") ? "number" : fact.getKey(), clean(fact.getValue()));
            }
            for (var answer : answers.entrySet()) {
                xml.writeStartElement("answer");
                xml.writeAttribute("to", clean(answer.getKey()));
                xml.writeCharacters(clean(answer.getValue()));
                xml.writeEndElement();
            }
            for (File file : files) {
                xml.writeStartElement("file");
                for (var fact : facts(file).entrySet()) {
                    xml.writeAttribute(fact.getKey(), clean(fact.getValue()));
                }
                for (var read : file.read.entrySet()) {
                    xml.writeStartElement("read");
                    xml.writeAttribute("from", clean(read.getKey()));
                    xml.writeCharacters(clean(read.getValue()));
                    xml.writeEndElement();
                }
                xml.writeEndElement();
            }
            xml.writeEndDocument();
            xml.close();
        } catch (XMLStreamException e) {
            throw new IllegalStateException("a text in memory cannot fail", e);
        }
        return text.toString();
    }

    private String csv() {
        List<String> head = new ArrayList<>(facts().keySet());
        answers.keySet().forEach(question -> head.add("answer " + question));
        facts(new File("", "", 0, 0, "", "", Map.of())).keySet().forEach(name -> head.add("file " + name));
        // A table has a column for all that was read from any of the files.
        SortedSet<String> read = new TreeSet<>();
        files.forEach(file -> read.addAll(file.read.keySet()));
        read.forEach(from -> head.add("read " + from));
        StringBuilder text = new StringBuilder(Csv.row(head));
        for (File file : files) {
            List<String> row = new ArrayList<>(facts().values());
            row.addAll(answers.values());
            facts(file).forEach((name, value) -> row.add(value));
            read.forEach(from -> row.add(file.read.getOrDefault(from, "")));
            text.append(Csv.row(row));
        }
        return text.toString();
    }

    /** XML 1.0 section 2.2 has no control characters but these three. */
    private static String clean(String text) {
        return text.replaceAll("[\\p{Cntrl}&&[^\t\r\n]]", " ");
    }
}
