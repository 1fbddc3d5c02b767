"""Files: layouts and studies as versioned open JSON."""
