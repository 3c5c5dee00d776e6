"""What is known of modules, classes, names and declared types around the two versions."""
