"""What is given away by a link: seen as it was kept, by whoever has the link, without an account."""
