"""Jobs as open files: a zip of JSON, documents and drawings that another Rindle reads and merges."""
