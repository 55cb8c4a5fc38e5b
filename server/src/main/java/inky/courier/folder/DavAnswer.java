package inky.courier.folder;

import inky.courier.connection.FarSideException;
import inky.courier.core.transfer.TransferCause;
import inky.courier.destination.Folders;
import java.io.IOException;
import java.io.InputStream;
import java.net.URLDecoder;
import java.nio.charset.StandardCharsets;
import java.time.Instant;
import java.time.ZonedDateTime;
import java.time.format.DateTimeFormatter;
import java.time.format.DateTimeParseException;
import java.util.ArrayList;
import java.util.List;
import javax.xml.stream.XMLInputFactory;
import javax.xml.stream.XMLStreamConstants;
import javax.xml.stream.XMLStreamException;
import javax.xml.stream.XMLStreamReader;

/** A multi-status answer of RFC 4918 section 13, read as a stream. */
final class DavAnswer {
    private static final int MOST = 50_000;

    private DavAnswer() {}

    /** @param spaceLeft bytes; -1 where it is not told */
    record Found(String path, boolean folder, long bytes, Instant changedAt, long spaceLeft) {
        Folders.FolderEntry entry() {
            String trimmed = path.replaceAll("/+$", "");
            return new Folders.FolderEntry(trimmed.substring(trimmed.lastIndexOf('/') + 1), folder, bytes, changedAt);
        }
    }

    static List<Found> read(InputStream in) throws IOException {
        List<Found> found = new ArrayList<>();
        try {
            XMLStreamReader xml = factory().createXMLStreamReader(in);
            Being being = new Being();
            while (xml.hasNext() && found.size() < MOST) {
                int event = xml.next();
                if (event == XMLStreamConstants.START_ELEMENT) {
                    being.begins(xml);
                } else if (event == XMLStreamConstants.END_ELEMENT
                        && xml.getLocalName().equals("response")) {
                    found.add(being.found());
                    being = new Being();
                }
            }
        } catch (XMLStreamException e) {
            throw new FarSideException(TransferCause.NOT_THIS_PROTOCOL, "what came is no WebDAV answer");
        }
        return found;
    }

    /** Neither entities nor anything from elsewhere is followed. */
    private static XMLInputFactory factory() {
        XMLInputFactory factory = XMLInputFactory.newFactory();
        factory.setProperty(XMLInputFactory.SUPPORT_DTD, false);
        factory.setProperty(XMLInputFactory.IS_SUPPORTING_EXTERNAL_ENTITIES, false);
        return factory;
    }

    private static final class Being {
        private String path = "";
        private boolean folder;
        private long bytes;
        private Instant changedAt = Instant.EPOCH;
        private long spaceLeft = -1;

        void begins(XMLStreamReader xml) throws XMLStreamException {
            switch (xml.getLocalName()) {
                case "href" -> path = path.isEmpty() ? pathOf(xml.getElementText()) : path;
                case "collection" -> folder = true;
                case "getcontentlength" -> bytes = number(xml.getElementText(), 0);
                case "quota-available-bytes" -> spaceLeft = number(xml.getElementText(), -1);
                case "getlastmodified" -> changedAt = date(xml.getElementText());
                default -> {
                    // Others are not asked for.
                }
            }
        }

        Found found() {
            return new Found(path, folder, folder ? 0 : bytes, changedAt, spaceLeft);
        }

        /** A whole address or a path alone, coded. */
        private static String pathOf(String href) {
            String path = href.strip().replaceFirst("^[a-zA-Z]+://[^/]*", "");
            try {
                return URLDecoder.decode(path.replace("+", "%2B"), StandardCharsets.UTF_8);
            } catch (IllegalArgumentException e) {
                return path;
            }
        }

        private static long number(String text, long otherwise) {
            return text.strip().matches("\\d{1,18}") ? Long.parseLong(text.strip()) : otherwise;
        }

        private static Instant date(String text) {
            try {
                return ZonedDateTime.parse(text.strip(), DateTimeFormatter.RFC_1123_DATE_TIME)
                        .toInstant();
            } catch (DateTimeParseException e) {
                return Instant.EPOCH;
            }
        }
    }
}
