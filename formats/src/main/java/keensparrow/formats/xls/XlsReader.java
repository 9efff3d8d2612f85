package keensparrow.formats.xls;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import keensparrow.core.error.ErrorCode;
import keensparrow.core.error.UserException;
import keensparrow.core.infer.source.CellKind;
import keensparrow.core.layout.Merge;
import keensparrow.core.words.Text;
import keensparrow.core.words.Words;
import keensparrow.formats.archive.Scratch;
import keensparrow.formats.detect.FileKind;
import keensparrow.formats.sheet.NumberFormats;
import keensparrow.formats.sheet.SheetWriter;
import org.apache.poi.EncryptedDocumentException;
import org.apache.poi.OldFileFormatException;
import org.apache.poi.hssf.usermodel.HSSFWorkbook;
import org.apache.poi.poifs.filesystem.POIFSFileSystem;
import org.apache.poi.ss.usermodel.Cell;
import org.apache.poi.ss.usermodel.CellType;
import org.apache.poi.ss.usermodel.FormulaError;
import org.apache.poi.ss.usermodel.Row;
import org.apache.poi.ss.usermodel.Sheet;
import org.apache.poi.ss.usermodel.SheetVisibility;
import org.apache.poi.ss.util.CellRangeAddress;

/** Reads all sheets of a workbook of the old binary kind, which holds 65,536 rows a sheet at most. */
public final class XlsReader {
    private static final long MAX_BYTES = 200L << 20; // the library holds all of it in memory

    private XlsReader() {}

    /** @return one for each sheet, to be closed by the caller. @throws UserException FILE_NOT_READABLE */
    public static List<SheetWriter> read(Path file, String name, Scratch scratch) throws IOException {
        if (Files.size(file) > MAX_BYTES) {
            throw told(name, Words.say("formats.xls.isLargerThan200Mb"));
        }
        List<SheetWriter> sheets = new ArrayList<>();
        boolean whole = false;
        try (POIFSFileSystem container = new POIFSFileSystem(file.toFile(), true)) {
            if (container.getRoot().hasEntryCaseInsensitive("EncryptedPackage")) {
                throw locked(name);
            }
            if (!hasWorkbook(container)) {
                throw told(name, Words.say("formats.xls.isADocumentOfAn"));
            }
            try (HSSFWorkbook workbook = new HSSFWorkbook(container)) {
                boolean from1904 = workbook.getInternalWorkbook().isUsing1904DateWindowing();
                for (int i = 0; i < workbook.getNumberOfSheets(); i++) {
                    boolean hidden = workbook.getSheetVisibility(i) != SheetVisibility.VISIBLE;
                    SheetWriter writer = new SheetWriter(name, workbook.getSheetName(i), hidden, scratch);
                    sheets.add(writer);
                    copy(workbook.getSheetAt(i), writer, from1904);
                }
            }
            whole = true;
            return sheets;
        } catch (EncryptedDocumentException e) {
            throw locked(name);
        } catch (OldFileFormatException e) {
            throw FileKind.oldWorkbook(name);
        } catch (UserException e) {
            throw e;
        } catch (IOException | RuntimeException e) {
            throw told(name, Words.say("formats.xls.isAWorkbookThatIs"));
        } finally {
            if (!whole) {
                for (SheetWriter sheet : sheets) {
                    sheet.close();
                }
            }
        }
    }

    private static boolean hasWorkbook(POIFSFileSystem container) {
        return List.of("Workbook", "Book", "WORKBOOK", "BOOK").stream()
                .anyMatch(part -> container.getRoot().hasEntryCaseInsensitive(part));
    }

    private static UserException locked(String name) {
        return told(name, Words.say("formats.xls.isLockedWithAPassword"));
    }

    private static UserException told(String name, String what) {
        return new UserException(
                ErrorCode.FILE_NOT_READABLE, Text.of("formats.detect.named", "name", name, "what", what));
    }

    private static void copy(Sheet sheet, SheetWriter writer, boolean from1904) {
        for (CellRangeAddress merge : sheet.getMergedRegions()) {
            writer.merge(new Merge(
                    merge.getFirstRow() + 1L, merge.getFirstColumn(), merge.getLastRow() + 1L, merge.getLastColumn()));
        }
        int columns = 0;
        for (Row row : sheet) {
            if (row.getZeroHeight()) {
                writer.hideRow(row.getRowNum() + 1L);
            }
            for (Cell cell : row) {
                put(cell, writer, from1904);
                columns = Math.max(columns, cell.getColumnIndex() + 1);
            }
            writer.endRow(row.getRowNum() + 1L);
        }
        for (int column = 0; column < columns; column++) {
            if (sheet.isColumnHidden(column)) {
                writer.hideColumns(column, column);
            }
        }
    }

    private static void put(Cell cell, SheetWriter writer, boolean from1904) {
        CellType type = cell.getCellType() == CellType.FORMULA ? cell.getCachedFormulaResultType() : cell.getCellType();
        int column = cell.getColumnIndex();
        switch (type) {
            case STRING -> writer.put(column, CellKind.TEXT, cell.getStringCellValue());
            case BOOLEAN -> writer.put(column, CellKind.TRUTH, cell.getBooleanCellValue() ? "true" : "false");
            case ERROR ->
                writer.put(
                        column,
                        CellKind.ERROR,
                        FormulaError.forInt(cell.getErrorCellValue()).getString());
            case NUMERIC ->
                NumberFormats.give(
                        String.valueOf(cell.getNumericCellValue()),
                        formatOf(cell),
                        from1904,
                        (kind, text) -> writer.put(column, kind, text));
            default -> {
                // nothing in it
            }
        }
    }

    /** A number plainly, where the workbook names a format that it does not hold. */
    private static NumberFormats.Format formatOf(Cell cell) {
        String code = cell.getCellStyle().getDataFormatString();
        return NumberFormats.of(code == null ? "" : code);
    }
}
