/** Whether the scene is opened into its parts: on every page with the board alike. */
import { ref } from 'vue'

export const isSceneOpen = ref(false)
