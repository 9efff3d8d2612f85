package keensparrow.formats.xlsx;

import java.io.IOException;
import java.io.InputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.zip.ZipEntry;
import java.util.zip.ZipException;
import java.util.zip.ZipFile;
import javax.xml.stream.XMLStreamConstants;
import javax.xml.stream.XMLStreamException;
import javax.xml.stream.XMLStreamReader;
import keensparrow.core.error.ErrorCode;
import keensparrow.core.error.UserException;
import keensparrow.core.words.Text;
import keensparrow.formats.archive.ArchiveLimits;
import keensparrow.formats.archive.Scratch;
import keensparrow.formats.sheet.NumberFormats;
import keensparrow.formats.sheet.SheetWriter;
import keensparrow.formats.sheet.Xml;

/** Reads all sheets of a workbook once, cell by cell; of the workbook nothing but its shared texts is held in memory. */
public final class XlsxReader {
    private static final int MAX_SHEETS = 500;

    private final ZipFile zip;
    private final String name;
    private final ArchiveLimits.Budget budget;
    private final Scratch scratch;
    private List<String> sharedTexts = List.of();
    private NumberFormats.Format[] styles = {NumberFormats.Format.NUMBER};
    private boolean from1904;

    private XlsxReader(ZipFile zip, String name, long packed, Scratch scratch) {
        this.zip = zip;
        this.name = name;
        this.budget = new ArchiveLimits.Budget(packed, name);
        this.scratch = scratch;
    }

    /** A sheet as the workbook lists it. */
    private record Listed(String name, String relation, boolean hidden) {}

    /**
     * @param name what people call the file
     * @return one for each sheet with cells, to be closed by the caller
     * @throws UserException FILE_NOT_READABLE when it is no whole workbook
     */
    public static List<SheetWriter> read(Path file, String name, Scratch scratch) throws IOException {
        List<SheetWriter> sheets = new ArrayList<>();
        boolean whole = false;
        try (ZipFile zip = new ZipFile(file.toFile())) {
            new XlsxReader(zip, name, Files.size(file), scratch).readAll(sheets);
            whole = true;
            return sheets;
        } catch (ZipException | XMLStreamException | RuntimeException e) {
            throw told(e, name);
        } finally {
            if (!whole) {
                for (SheetWriter sheet : sheets) {
                    sheet.close();
                }
            }
        }
    }

    private static RuntimeException told(Exception e, String name) {
        if (e instanceof UserException || e instanceof java.io.UncheckedIOException) {
            return (RuntimeException) e;
        }
        return new UserException(ErrorCode.FILE_NOT_READABLE, Text.of("formats.xlsx.isAWorkbookThatIs", "name", name));
    }

    private void readAll(List<SheetWriter> sheets) throws IOException, XMLStreamException {
        if (zip.getEntry("xl/workbook.bin") != null) {
            throw new UserException(
                    ErrorCode.FILE_NOT_READABLE, Text.of("formats.xlsx.isABinaryWorkbookSave", "name", name));
        }
        String workbook = relations("", "_rels/.rels").ofKind("officeDocument", "xl/workbook.xml");
        String folder = workbook.substring(0, workbook.lastIndexOf('/') + 1);
        Relations relations = relations(folder, folder + "_rels/" + workbook.substring(folder.length()) + ".rels");
        List<Listed> listed = workbook(workbook);
        styles = new Styles().read(entry(relations.ofKind("styles", folder + "styles.xml")));
        sharedTexts = SharedTexts.read(entry(relations.ofKind("sharedStrings", folder + "sharedStrings.xml")));
        for (Listed sheet : listed) {
            String path = relations.byId.get(sheet.relation);
            InputStream in = path == null ? null : entry(path);
            if (in != null && sheets.size() < MAX_SHEETS) {
                SheetWriter writer = new SheetWriter(name, sheet.name, sheet.hidden, scratch);
                sheets.add(writer);
                try (in) {
                    writer.fillAhead(() -> cells(writer, in));
                }
            }
        }
    }

    private void cells(SheetWriter writer, InputStream in) {
        try {
            new SheetXml(writer, sharedTexts, styles, from1904).read(in);
        } catch (XMLStreamException e) {
            throw new IllegalArgumentException(e); // told as a damaged workbook
        }
    }

    private @org.jspecify.annotations.Nullable InputStream entry(String path) throws IOException {
        ZipEntry entry = zip.getEntry(path);
        return entry == null ? null : new ArchiveLimits(zip.getInputStream(entry), budget);
    }

    /** Which parts a part names, by id and by kind. */
    private record Relations(Map<String, String> byId, Map<String, String> byKind) {
        String ofKind(String kind, String usual) {
            return byKind.getOrDefault(kind, usual);
        }
    }

    private Relations relations(String folder, String rels) throws IOException, XMLStreamException {
        Relations relations = new Relations(new HashMap<>(), new HashMap<>());
        InputStream in = entry(rels);
        if (in == null) {
            return relations;
        }
        try (in) {
            XMLStreamReader xml = Xml.open(in);
            while (xml.hasNext()) {
                if (xml.next() == XMLStreamConstants.START_ELEMENT
                        && xml.getLocalName().equals("Relationship")) {
                    String id = Xml.attribute(xml, "Id");
                    String type = Xml.attribute(xml, "Type");
                    String target = Xml.attribute(xml, "Target");
                    if (id != null && type != null && target != null) {
                        String path = target.startsWith("/") ? target.substring(1) : folder + target;
                        relations.byId.put(id, path);
                        relations.byKind.putIfAbsent(type.substring(type.lastIndexOf('/') + 1), path);
                    }
                }
            }
        }
        return relations;
    }

    private List<Listed> workbook(String path) throws IOException, XMLStreamException {
        List<Listed> listed = new ArrayList<>();
        InputStream in = entry(path);
        if (in == null) {
            throw new UserException(
                    ErrorCode.FILE_NOT_READABLE, Text.of("formats.xlsx.isNoWorkbookThatCan", "name", name));
        }
        try (in) {
            XMLStreamReader xml = Xml.open(in);
            while (xml.hasNext()) {
                if (xml.next() != XMLStreamConstants.START_ELEMENT) {
                    continue;
                }
                if (xml.getLocalName().equals("workbookPr")) {
                    String flag = Xml.attribute(xml, "date1904");
                    from1904 = "1".equals(flag) || "true".equals(flag);
                } else if (xml.getLocalName().equals("sheet")) {
                    String state = Xml.attribute(xml, "state");
                    String title = Xml.attribute(xml, "name");
                    String relation = xml.getAttributeValue(null, "id");
                    for (int i = 0; relation == null && i < xml.getAttributeCount(); i++) {
                        String space = xml.getAttributeNamespace(i);
                        relation = xml.getAttributeLocalName(i).equals("id") && space != null && !space.isEmpty()
                                ? xml.getAttributeValue(i)
                                : null;
                    }
                    listed.add(new Listed(
                            title == null ? "" : title,
                            relation == null ? "" : relation,
                            state != null && !state.equals("visible")));
                }
            }
        }
        return listed;
    }
}
