// What both pages take. Named here it comes within the first script, where each for itself was a file of its own.
import '../api/projectsApi';
import '../ui/buttons';
import '../ui/icon';
import '../ui/labels';
import '../ui/length';
import '../ui/nameField';
import '../ui/notLoaded';
import '../ui/smallPicture';
import '../ui/wordMark';
