package inky.courier.device.escl;

import java.io.IOException;
import java.io.InputStream;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.OptionalInt;
import javax.xml.XMLConstants;
import javax.xml.parsers.DocumentBuilder;
import javax.xml.parsers.DocumentBuilderFactory;
import javax.xml.parsers.ParserConfigurationException;
import org.w3c.dom.Element;
import org.w3c.dom.NodeList;
import org.xml.sax.SAXException;
import org.xml.sax.helpers.DefaultHandler;

/**
 * A part of a document that a scanner sends. Elements are known by their names without a namespace: devices of different years
 * write the same ones in different namespaces.
 */
final class EsclDocument {
    private final Element element;

    private EsclDocument(Element element) {
        this.element = element;
    }

    /** @throws IOException when it is no XML, or holds what could lead elsewhere */
    static EsclDocument read(InputStream in) throws IOException {
        try {
            return new EsclDocument(builder().parse(in).getDocumentElement());
        } catch (SAXException e) {
            throw new IOException("what came is no XML", e);
        }
    }

    private static DocumentBuilder builder() {
        DocumentBuilderFactory factory = DocumentBuilderFactory.newInstance();
        try {
            factory.setNamespaceAware(true);
            factory.setFeature("http://apache.org/xml/features/disallow-doctype-decl", true);
            factory.setFeature(XMLConstants.FEATURE_SECURE_PROCESSING, true);
            DocumentBuilder builder = factory.newDocumentBuilder();
            // It would print what it throws.
            builder.setErrorHandler(new DefaultHandler());
            return builder;
        } catch (ParserConfigurationException e) {
            throw new IllegalStateException(e);
        }
    }

    String name() {
        return element.getLocalName();
    }

    /** All with this name, however deep. */
    List<EsclDocument> all(String name) {
        NodeList found = element.getElementsByTagNameNS("*", name);
        List<EsclDocument> all = new ArrayList<>();
        for (int i = 0; i < found.getLength(); i++) {
            all.add(new EsclDocument((Element) found.item(i)));
        }
        return all;
    }

    Optional<EsclDocument> first(String name) {
        return all(name).stream().findFirst();
    }

    /** What the first of them says; empty where there is none. */
    String text(String name) {
        return first(name).map(EsclDocument::text).orElse("");
    }

    String text() {
        return element.getTextContent().strip();
    }

    String attribute(String name) {
        return element.getAttribute(name);
    }

    OptionalInt number(String name) {
        String text = text(name);
        return text.matches("[0-9]{1,9}") ? OptionalInt.of(Integer.parseInt(text)) : OptionalInt.empty();
    }
}
