package idiotaxa.core.file;

/** Text inside an attribute of XML. */
public final class XmlText {
  private XmlText() {}

  /** Without what XML cannot hold, and with its own signs written so that they mean themselves. */
  public static String escaped(String text) {
    return text.replaceAll("\\p{Cntrl}+", " ")
        .replace("&", "&amp;")
        .replace("<", "&lt;")
        .replace(">", "&gt;")
        .replace("\"", "&quot;");
  }
}
