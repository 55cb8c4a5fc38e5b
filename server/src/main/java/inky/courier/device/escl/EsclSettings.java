package inky.courier.device.escl;

import inky.courier.core.media.MediaSize;
import inky.courier.core.profile.ScanProfile;
import java.io.StringWriter;
import java.util.Optional;
import javax.xml.stream.XMLOutputFactory;
import javax.xml.stream.XMLStreamException;
import javax.xml.stream.XMLStreamWriter;

/** The ScanSettings of a job. */
final class EsclSettings {
    /** Of the elements that the protocol has of its own. One letter stands as its code point: no maker is named here. */
    private static final String SCAN = "http://schemas.h\u0070.com/imaging/escl/2011/05/03";

    /** Of those that it has from PWG's semantic model. */
    private static final String PWG = "http://www.pwg.org/schemas/2010/12/sm";

    private final XMLStreamWriter xml;

    private EsclSettings(XMLStreamWriter xml) {
        this.xml = xml;
    }

    static String of(ScanProfile profile, EsclCapabilities.Input input) {
        StringWriter text = new StringWriter();
        try {
            XMLStreamWriter xml = XMLOutputFactory.newFactory().createXMLStreamWriter(text);
            new EsclSettings(xml).write(profile, input);
            xml.close();
        } catch (XMLStreamException e) {
            throw new IllegalStateException(e);
        }
        return text.toString();
    }

    private void write(ScanProfile profile, EsclCapabilities.Input input) throws XMLStreamException {
        String dpi = Integer.toString(profile.resolution().dpi());
        xml.writeStartDocument("UTF-8", "1.0");
        xml.writeStartElement("scan", "ScanSettings", SCAN);
        xml.writeNamespace("scan", SCAN);
        xml.writeNamespace("pwg", PWG);
        pwg("Version", "2.63");
        scan("Intent", "Document");
        region(profile, input);
        pwg("InputSource", profile.input().fromGlass() ? "Platen" : "Feeder");
        if (!profile.input().fromGlass()) {
            scan("Duplex", Boolean.toString(profile.sides().both()));
        }
        scan("ColorMode", input.told(profile.colour()));
        scan("XResolution", dpi);
        scan("YResolution", dpi);
        pwg("DocumentFormat", "image/jpeg");
        scan("DocumentFormatExt", "image/jpeg");
        xml.writeEndElement();
        xml.writeEndDocument();
    }

    /** As large as it can be where the profile does not say how large the paper is. */
    private void region(ScanProfile profile, EsclCapabilities.Input input) throws XMLStreamException {
        Optional<MediaSize> size = profile.input().size();
        int width = size.map(media -> Math.min(EsclCapabilities.units(media.width()), input.width()))
                .orElse(input.width());
        int height = size.map(media -> Math.min(EsclCapabilities.units(media.height()), input.height()))
                .orElse(input.height());
        xml.writeStartElement("pwg", "ScanRegions", PWG);
        xml.writeStartElement("pwg", "ScanRegion", PWG);
        pwg("ContentRegionUnits", "escl:ThreeHundredthsOfInches");
        pwg("Height", Integer.toString(height));
        pwg("Width", Integer.toString(width));
        pwg("XOffset", "0");
        pwg("YOffset", "0");
        xml.writeEndElement();
        xml.writeEndElement();
    }

    private void pwg(String name, String value) throws XMLStreamException {
        element("pwg", name, PWG, value);
    }

    private void scan(String name, String value) throws XMLStreamException {
        element("scan", name, SCAN, value);
    }

    private void element(String prefix, String name, String namespace, String value) throws XMLStreamException {
        xml.writeStartElement(prefix, name, namespace);
        xml.writeCharacters(value);
        xml.writeEndElement();
    }
}
