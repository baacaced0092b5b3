package plainsieve.sources.files;

import java.io.IOException;
import java.io.InputStream;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Enumeration;
import java.util.List;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import java.util.zip.ZipEntry;
import java.util.zip.ZipException;
import java.util.zip.ZipFile;
import javax.xml.stream.XMLInputFactory;
import javax.xml.stream.XMLStreamConstants;
import javax.xml.stream.XMLStreamException;
import javax.xml.stream.XMLStreamReader;
import plainsieve.sources.engine.UnreadableFileException;

/**
 * The tables of a workbook (Office Open XML, ECMA-376): its nonempty sheets, the tables in them, and its named ranges.
 * The decompressed size is checked before reading, and entities are not expanded.
 */
final class WorkbookAreas {
    private static final long MOST_BYTES = 4L << 30;
    private static final long MOST_SHARED_TEXT = 512L << 20;
    private static final int PIECE = 1 << 16;

    private static final String RELATIONS = "http://schemas.openxmlformats.org/officeDocument/2006/relationships";

    private static final Pattern RANGE = Pattern.compile(
            "(?:'((?:[^']|'')+)'|([^'!]+))!\\$?([A-Z]{1,3})\\$?([0-9]{1,7}):\\$?([A-Z]{1,3})\\$?([0-9]{1,7})");

    private final ZipFile archive;
    private final XMLInputFactory xml = XMLInputFactory.newFactory();

    private WorkbookAreas(ZipFile archive) {
        this.archive = archive;
        xml.setProperty(XMLInputFactory.SUPPORT_DTD, false);
        xml.setProperty(XMLInputFactory.IS_SUPPORTING_EXTERNAL_ENTITIES, false);
    }

    /** In the order of the workbook, ranges behind sheets. Throws {@link UnreadableFileException} when it is no workbook. */
    static List<WorkbookArea> of(Path file) throws IOException {
        requireBounded(file);
        try (ZipFile archive = new ZipFile(file.toFile())) {
            return new WorkbookAreas(archive).areas();
        } catch (XMLStreamException e) {
            throw new UnreadableFileException("is not a valid workbook");
        }
    }

    /** Throws {@link UnreadableFileException} when the archive is none, or becomes too large when it is read. */
    static void requireBounded(Path file) throws IOException {
        try (ZipFile archive = new ZipFile(file.toFile())) {
            long all = 0;
            Enumeration<? extends ZipEntry> entries = archive.entries();
            while (entries.hasMoreElements()) {
                ZipEntry entry = entries.nextElement();
                long most = entry.getName().endsWith("sharedStrings.xml") ? MOST_SHARED_TEXT : MOST_BYTES - all;
                all += size(archive, entry, most);
            }
        } catch (ZipException e) {
            throw new UnreadableFileException("is not a valid workbook");
        }
    }

    private static long size(ZipFile archive, ZipEntry entry, long most) throws IOException {
        byte[] piece = new byte[PIECE];
        long size = 0;
        try (InputStream in = archive.getInputStream(entry)) {
            for (int read = in.read(piece); read >= 0; read = in.read(piece)) {
                size += read;
                if (size > most) {
                    throw new UnreadableFileException("is larger than %,d MB uncompressed".formatted(most >> 20));
                }
            }
        }
        return size;
    }

    /** @param target the part that it points to, from the folder {@code xl}; others are none of ours */
    private record Relation(String id, String target) {}

    private List<WorkbookArea> areas() throws IOException, XMLStreamException {
        List<WorkbookArea> sheets = new ArrayList<>();
        List<WorkbookArea> ranges = new ArrayList<>();
        List<WorkbookArea> tables = new ArrayList<>();
        List<Relation> parts = relations("xl/_rels/workbook.xml.rels");
        XMLStreamReader at = reader("xl/workbook.xml");
        while (at.hasNext()) {
            if (at.next() == XMLStreamConstants.START_ELEMENT) {
                String name = at.getAttributeValue(null, "name");
                if (at.getLocalName().equals("sheet")) {
                    sheets.add(WorkbookArea.of(name));
                    tables.addAll(tables(part(parts, at.getAttributeValue(RELATIONS, "id")), name));
                } else if (at.getLocalName().equals("definedName") && at.getAttributeValue(null, "hidden") == null) {
                    range(name, at.getElementText()).ifPresent(ranges::add);
                }
            }
        }
        return Stream.of(sheets, ranges, tables).flatMap(List::stream).toList();
    }

    private static String part(List<Relation> parts, String id) {
        return parts.stream()
                .filter(part -> part.id().equals(id))
                .map(Relation::target)
                .findFirst()
                .orElse("");
    }

    /** @param sheet the part that it is in, {@code worksheets/sheet1.xml} */
    private List<WorkbookArea> tables(String sheet, String name) throws IOException, XMLStreamException {
        List<WorkbookArea> tables = new ArrayList<>();
        String parts = "xl/" + sheet.replaceFirst("([^/]*)$", "_rels/$1.rels");
        for (Relation part : archive.getEntry(parts) == null ? List.<Relation>of() : relations(parts)) {
            if (part.target().matches("tables/[^/]+\\.xml")) {
                table("xl/" + part.target(), name).ifPresent(tables::add);
            }
        }
        return tables;
    }

    private List<Relation> relations(String part) throws IOException, XMLStreamException {
        List<Relation> all = new ArrayList<>();
        XMLStreamReader at = reader(part);
        while (at.hasNext()) {
            if (at.next() == XMLStreamConstants.START_ELEMENT
                    && at.getLocalName().equals("Relationship")) {
                String target = String.valueOf(at.getAttributeValue(null, "Target"));
                all.add(new Relation(at.getAttributeValue(null, "Id"), target.replaceFirst("^(\\.\\./|/xl/)", "")));
            }
        }
        return all;
    }

    private Optional<WorkbookArea> table(String part, String sheet) throws IOException, XMLStreamException {
        XMLStreamReader at = reader(part);
        while (at.hasNext()) {
            if (at.next() == XMLStreamConstants.START_ELEMENT
                    && at.getLocalName().equals("table")) {
                String ref = "'" + sheet.replace("'", "''") + "'!" + at.getAttributeValue(null, "ref");
                return range(at.getAttributeValue(null, "displayName"), ref);
            }
        }
        return Optional.empty();
    }

    private XMLStreamReader reader(String part) throws IOException, XMLStreamException {
        ZipEntry entry = archive.getEntry(part);
        if (entry == null) {
            throw new UnreadableFileException("is not a valid workbook");
        }
        return xml.createXMLStreamReader(archive.getInputStream(entry));
    }

    private static Optional<WorkbookArea> range(String name, String ref) {
        Matcher range = RANGE.matcher(ref.strip());
        if (name == null || !range.matches()) {
            return Optional.empty();
        }
        String sheet = range.group(1) == null ? range.group(2) : range.group(1).replace("''", "'");
        return Optional.of(new WorkbookArea(
                name,
                sheet,
                Integer.parseInt(range.group(4)),
                Integer.parseInt(range.group(6)),
                column(range.group(3)),
                column(range.group(5))));
    }

    private static int column(String letters) {
        return IntStream.range(0, letters.length()).map(letters::charAt).reduce(0, (n, c) -> n * 26 + c - 'A' + 1) - 1;
    }
}
