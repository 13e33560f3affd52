package org.modeststack.cli;

import java.io.IOException;
import java.io.InputStream;
import java.util.Properties;
import picocli.CommandLine.IVersionProvider;

/** The version that the build wrote beside the classes. */
final class Version implements IVersionProvider {
    @Override
    public String[] getVersion() throws IOException {
        Properties p = new Properties();
        try (InputStream in = Version.class.getResourceAsStream("version.properties")) {
            p.load(in);
        }
        return new String[] {"Modest Stack " + p.getProperty("version")};
    }
}
